import type { LookFinds, SymptomKind } from '../model/kinds';
import type { Act } from './acts';

/** A look that costs a minute and no tool, before anything is read. @source practice: causes besides wiring are asked first */
export interface Look {
	look: LookFinds;
	why: string;
}
const LOOKS = {
	appliance:
		'Try the lamp or the appliance at an outlet that works, and a good lamp here: a bulb, a fuse or a cord is the usual cause.',
	switch: 'Every wall switch of the room both ways, a dimmer full up, a timer on.',
	'gfci-tripped':
		'Every GFCI of the house: bath, garage, outdoors, kitchen, cellar. One that has tripped takes what is behind it.',
	'breaker-not-reset':
		'The breaker fully off, then on, once: one that has tripped stands near on. If it trips again, try no more.'
} as const satisfies Record<LookFinds, string>;
const ONE_DEAD = ['appliance', 'switch', 'gfci-tripped', 'breaker-not-reset'] as const;
const MANY_DEAD = ['gfci-tripped', 'breaker-not-reset', 'switch'] as const;
/** What is looked at for each complaint; none: heat and shock are switched off, not looked for. */
const FOR: Readonly<Record<SymptomKind, readonly LookFinds[]>> = {
	'nothing-works': ONE_DEAD,
	'half-dead': MANY_DEAD,
	'one-half': ['switch', 'appliance'],
	'comes-and-goes': ['appliance', 'switch'],
	// It goes with what something else draws: the wiring, not the lamp.
	dims: [],
	'bright-and-dim': [],
	tingle: [],
	'trips-at-once': ['appliance'],
	'trips-later': ['appliance'],
	'gfci-trips': ['appliance'],
	'gfci-no-reset': ['breaker-not-reset', 'gfci-tripped'],
	'afci-trips': ['appliance'],
	warm: [],
	'after-a-nail': ['breaker-not-reset', 'gfci-tripped']
};

/** The cheap looks for a complaint, in their order. @param run what hangs on it: one box, or a light, is asked for its lamp first */
export function looksFor(complaint: SymptomKind | undefined, run: { boxes: readonly unknown[] }): Look[] {
	if (!complaint) return [];
	const looks = complaint === 'half-dead' && run.boxes.length === 1 ? ONE_DEAD : FOR[complaint];
	return looks.map((look) => ({ look, why: LOOKS[look] }));
}
/** The first look, where none was answered and nothing was read yet that is no word of the customer. */
export function lookAct(
	looks: readonly Look[],
	observations: readonly { box: string; instrument: string }[],
	outletIds: readonly string[]
): Act | null {
	const [first] = looks;
	if (!first || observations.some((o) => !TOLD.includes(o.instrument))) return null;
	const at = observations.find((o) => o.instrument === 'dead')?.box;
	return { do: 'look', outlet: Math.max(0, outletIds.indexOf(at ?? '')), why: first.why };
}
/** What the customer tells: nobody has read anything yet. */
const TOLD: readonly string[] = ['dead', 'works'];

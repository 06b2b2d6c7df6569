import type { GuidedKind, SymptomKind, SymptomSign } from '../model/kinds';

/** What people say, as words to pick, with what must be done at once and the check that goes with it. */
interface SymptomWords {
	kind: SymptomKind;
	words: string;
	/** Before anything else. */
	now?: string;
	/** A led check that answers it better than readings at outlets. */
	check?: GuidedKind;
	/** What to look at first. */
	first?: string;
}
const OFF_NOW = 'Breaker off now, and tagged. The metal of what is plugged in may be live.';
const HOT_NOW = 'Breaker off now: heat at a connection starts fires. Open it only verified dead.';
export const SYMPTOM_WORDS: readonly SymptomWords[] = [
	{
		kind: 'nothing-works',
		words: 'nothing works here',
		first: 'Look at the breaker and at every GFCI upstream, kitchen, bath, garage and outdoors too.'
	},
	{ kind: 'half-dead', words: 'half the room is dead', first: 'Mark below which outlets are dead and which work.' },
	{ kind: 'one-half', words: 'one half of the receptacle is dead', first: 'Try its wall switch both ways.' },
	{ kind: 'comes-and-goes', words: 'it comes and goes', first: 'Read under load, and again while a plug is moved.' },
	{ kind: 'dims', words: 'a lamp dims when something starts', check: 'dimming' },
	{
		kind: 'bright-and-dim',
		words: 'some lights go bright, some dim',
		now: 'On several circuits: main off, call the utility. On one circuit: both of its breakers off. Loads may see up to 240 V.'
	},
	{ kind: 'tingle', words: 'a tingle from the appliance', now: OFF_NOW },
	{
		kind: 'trips-at-once',
		words: 'trips at once',
		check: 'short',
		first: 'Everything unplugged: one try. If it trips again, try no more.'
	},
	{ kind: 'trips-later', words: 'trips after a while', check: 'breaker' },
	{
		kind: 'gfci-no-reset',
		words: 'the GFCI will not reset',
		check: 'gfci-reset',
		first: 'No supply at LINE, LINE and LOAD exchanged, or neutral and ground touch below it.'
	},
	{
		kind: 'gfci-trips',
		words: 'the GFCI trips again and again',
		check: 'ground-fault',
		first: 'Unplug everything below it; then split the run, the GFCI is the detector.'
	},
	{
		kind: 'afci-trips',
		words: 'the AFCI trips',
		check: 'arc-fault',
		first: 'A shared neutral, a staple through the cable, or a device: split the run.'
	},
	{ kind: 'warm', words: 'warm, buzzing or smells', now: HOT_NOW, check: 'breaker' },
	{ kind: 'after-a-nail', words: 'dead after a nail or a drill' }
];
/** The words of one kind. @returns undefined where none was picked */
export const symptomWords = (kind: SymptomKind | undefined): SymptomWords | undefined =>
	SYMPTOM_WORDS.find((s) => s.kind === kind);
export const SIGN_WORDS: Readonly<Record<SymptomSign, string>> = {
	'recent-work': 'recent work',
	damp: 'damp',
	'loose-grip': 'loose grip',
	warm: 'warm or browned'
};

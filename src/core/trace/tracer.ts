/**
 * A tracer's session: a sender on the conductor, a receiver along it. The open lies where the level falls most between neighbors.
 * @source facts on testing, "Tracer"
 */
export const TRACER = {
	/** Half or less of the level before is an open. */
	callAt: 0.5,
	/** The best breaker must lead the next so many times. */
	lead: 1.5,
	/** A box at this share of the sender's level or over is on the circuit. */
	onCircuitFrom: 0.25
} as const;
export const TRACED_WHAT = ['hot', 'neutral', 'ground', 'cable', 'lampholder'] as const;
export type TracedWhat = (typeof TRACED_WHAT)[number];
interface TracerStep {
	do: string;
	why: string;
}

const BONDED: TracerStep = {
	do: "First: is the neutral good to the panel's ground? On a known good outlet of the same panel, neutral to ground under load: a volt or two at most.",
	why: 'The signal comes home over the connection of neutral and ground at the service. With that open a tracer tells nothing, and the neutral comes before the search.'
};
const TONE: TracerStep = {
	do: 'Tone: the alternating one where the sender has it.',
	why: 'Hum of live cables beside it stands still; the tone does not.'
};
const DEAD: TracerStep = {
	do: 'Circuit off, tagged, verified dead; everything unplugged, switches on.',
	why: 'A load carries the signal to the other conductor.'
};
const GROUND: TracerStep = {
	do: 'Prove the ground for the sender, below: volts from a known hot to it. A cord from an outlet of another circuit, or metal known to be grounded.',
	why: "It must be an independent ground, not the circuit's: or the signal goes home on the wire that is traced."
};
const GAIN: TracerStep = {
	do: 'Good battery. Lowest gain; at a place known to be on the wire raise it click by click until the first lamp, then one more. Write the clicks down, below, and leave it.',
	why: 'More gain than needed shows every cable near it; levels read at two gains can not be compared.'
};
const WALK: TracerStep = {
	do: 'Receiver flat, turned for the most. Go by the lights, not by the sound. Log the level at each box.',
	why: 'In metal raceway the signal is hidden between boxes: only boxes can be read.'
};
const LAMP: TracerStep = {
	do: 'A lamp plugged in at the last good receptacle on the panel side.',
	why: 'It holds the other conductors at ground: what is not traced does not carry the signal.'
};
/** How to set up, by what is open, each step with its reason. */
export function tracerSteps(what: TracedWhat): TracerStep[] {
	const sender: Record<TracedWhat, TracerStep[]> = {
		hot: [LAMP, { do: 'Sender on the dead part of the hot, and on the proven ground.', why: 'The dead part ends at the open.' }],
		neutral: [
			LAMP,
			{ do: 'Sender on the dead part of the neutral, and on the proven ground.', why: 'The dead part ends at the open.' }
		],
		ground: [
			{
				do: 'Sender between the neutral and the ground of the circuit.',
				why: 'The ground is traced against the neutral that lies beside it.'
			}
		],
		cable: [
			{
				do: 'No lamp. Sender on hot, neutral and ground together, and on the proven ground.',
				why: 'The whole cable is one conductor.'
			}
		],
		lampholder: [
			LAMP,
			{
				do: 'Leads on the lampholder: center for the hot, shell for the neutral.',
				why: 'There is no slot to plug the sender into.'
			}
		]
	};
	return [BONDED, DEAD, GROUND, ...sender[what], TONE, GAIN, WALK];
}

interface TracerLevel {
	at: string;
	/** As the receiver shows it, in its own steps. */
	level: number;
}
interface TracerCall {
	/** The neighbors between which the level falls most. */
	from: string;
	to: string;
	/** What is left of it. */
	left: number;
	/** It is an open. */
	open: boolean;
}
/** Where the level falls most between neighbors along a line; null: fewer than two were read. @param levels away from the sender */
export function tracerCall(levels: readonly TracerLevel[]): TracerCall | null {
	return greatestFall(levels.slice(1).map((b, i) => [levels[i] as TracerLevel, b] as const));
}
function greatestFall(pairs: readonly (readonly [TracerLevel, TracerLevel])[]): TracerCall | null {
	let call: TracerCall | null = null;
	for (const [a, b] of pairs) {
		if (!(a.level > 0)) continue;
		const left = b.level / a.level;
		if (!call || left < call.left) call = { from: a.at, to: b.at, left, open: left <= TRACER.callAt };
	}
	return call;
}
/**
 * The same on a run with branches, away from where the sender stands: past an open the level falls toward the panel.
 * @param nodes each box with what feeds it  @param sender where it stands, its own level, and which way is walked: left out, both
 */
export function tracerCallOnRun(
	nodes: readonly { boxId: string; fromId: string | null }[],
	sender: { at: string; level: number | null; way?: TracerWay | undefined },
	levels: readonly TracerLevel[]
): TracerCall | null {
	const near = new Map<string, string[]>();
	const link = (a: string, b: string) => near.set(a, [...(near.get(a) ?? []), b]);
	for (const { boxId, fromId } of nodes) {
		if (fromId === null) continue;
		link(fromId, boxId);
		link(boxId, fromId);
	}
	const read = new Map(levels.map((l) => [l.at, l]));
	const start = sender.level === null ? read.get(sender.at) : { at: 'sender', level: sender.level };
	const pairs: (readonly [TracerLevel, TracerLevel])[] = [];
	const seen = new Set<string>();
	const walk = (at: string, before: TracerLevel | undefined): void => {
		seen.add(at);
		const here = read.get(at);
		if (before && here && here !== before) pairs.push([before, here]);
		for (const next of near.get(at) ?? []) if (!seen.has(next)) walk(next, here ?? before);
	};
	seen.add(sender.at);
	for (const next of near.get(sender.at) ?? []) if (isThatWay(nodes, sender, next)) walk(next, start);
	return greatestFall(pairs);
}
/** Which way of the sender the receiver goes. */
export const TRACER_WAYS = { panel: 'toward the panel', onward: 'away from the panel' } as const;
export type TracerWay = keyof typeof TRACER_WAYS;
/** The box that feeds the sender's lies toward the panel, every other onward. */
const isThatWay = (
	nodes: readonly { boxId: string; fromId: string | null }[],
	{ at, way }: { at: string; way?: TracerWay | undefined },
	next: string
): boolean => !way || (nodes.find((n) => n.boxId === at)?.fromId === next) === (way === 'panel');
/** The breaker of a signal at the panel; null: none leads the next far enough, trace from the other side. */
export function tracerBreaker(levels: readonly TracerLevel[]): { at: string; lead: number; call: boolean } | null {
	const [first, second] = [...levels].filter((l) => l.level > 0).sort((a, b) => b.level - a.level);
	if (!first) return null;
	const lead = second ? first.level / second.level : Infinity;
	return { at: first.at, lead, call: lead >= TRACER.lead };
}
/** Boxes on the circuit by their level. @param share of the sender's, from which one counts */
export const tracedBoxes = (levels: readonly TracerLevel[], sender: number, share: number = TRACER.onCircuitFrom): string[] =>
	sender > 0 ? levels.filter((l) => l.level >= share * sender).map((l) => l.at) : [];

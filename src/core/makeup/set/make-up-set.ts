import { sameEnd, type End, type MakeUp, type MakeUpCase } from '../box/case';

/** Boxes that act together, each made up: a switch and what it switches, a protecting receptacle and what follows it, a box and its neighbors. */
export interface SetBox {
	id: string;
	name: string;
	case: MakeUpCase;
	made: MakeUp;
	/** Cables and devices by id, as the picture names them. */
	cables: ReadonlyMap<string, string>;
	devices: ReadonlyMap<string, string>;
}
export interface MakeUpSet {
	title: string;
	/** In feed order. */
	boxes: SetBox[];
	/** Boxes of the set that cannot be made up yet, and why. */
	not: { name: string; why: string }[];
}
/** One cable with an end in two boxes of the set: it has one id in both. */
interface Link {
	cable: string;
	from: string;
	to: string;
}
/** @returns the cables between boxes of a set, in feed order */
export function linksOf({ boxes }: Pick<MakeUpSet, 'boxes'>): Link[] {
	return boxes.flatMap((from, i) =>
		boxes
			.slice(i + 1)
			.flatMap((to) =>
				from.case.cables
					.filter((c) => to.case.cables.some((x) => x.id === c.id))
					.map((c) => ({ cable: c.id, from: from.id, to: to.id }))
			)
	);
}

/** @returns the key under which a splice is lit, by its place among the joins */
export const spliceKey = (join: number): string => `splice ${join}`;
/** @returns the key of a conductor that goes straight to a screw, by its place among the terminals */
export const straightKey = (landing: number): string => `straight ${landing}`;
/** @returns the key of an end that is capped alone */
export const capKey = ({ cable, color }: End): string => `cap ${cable} ${color}`;

/** Ends that are one conductor inside a box: in one splice, or in and out over a tab that is left in. No switch and no GFCI is passed. */
function together({ made }: Pick<SetBox, 'made'>, end: End): End[] {
	const join = made.joins.find((j) => j.ends.some((e) => sameEnd(e, end)));
	if (join) return join.ends;
	const own = made.terminals.find((t) => 'cable' in t.conductor && sameEnd(t.conductor, end));
	const side = own && SIDES.find((s) => s.some((t) => t === own.terminal));
	if (!own || !side || made.tabs[own.device]?.[side === SIDES[0] ? 'hot' : 'neutral'] !== 'in') return [end];
	return made.terminals.flatMap((t) =>
		t.device === own.device && side.some((x) => x === t.terminal) && 'cable' in t.conductor ? [t.conductor] : []
	);
}
const SIDES = [
	['hot-upper', 'hot-lower'],
	['neutral-upper', 'neutral-lower']
] as const;
/** The part of a box's picture that an end belongs to. */
export function keyOfEnd(made: MakeUp, end: End): string {
	const join = made.joins.findIndex((j) => j.ends.some((e) => sameEnd(e, end)));
	if (join >= 0) return spliceKey(join);
	const landing = made.terminals.findIndex((t) => 'cable' in t.conductor && sameEnd(t.conductor, end));
	return landing >= 0 ? straightKey(landing) : capKey(end);
}
/**
 * One conductor followed through the boxes of a set: by every splice, over tabs that are in, along each cable to its other end.
 * @returns the keys that are lit, by box
 */
export function litAcross(
	set: Pick<MakeUpSet, 'boxes'>,
	start: { box: string; end: End }
): ReadonlyMap<string, ReadonlySet<string>> {
	const lit = new Map<string, Set<string>>();
	const seen = new Set<string>();
	const open = [start];
	for (let next = open.pop(); next; next = open.pop()) {
		const { box: id, end } = next;
		const place = `${id} ${end.cable} ${end.color}`;
		const box = set.boxes.find((b) => b.id === id);
		if (!box || seen.has(place)) continue;
		seen.add(place);
		lit.set(id, (lit.get(id) ?? new Set()).add(keyOfEnd(box.made, end)));
		for (const e of together(box, end)) {
			open.push({ box: id, end: e });
			for (const other of set.boxes)
				if (other.id !== id && other.case.cables.some((c) => c.id === e.cable && c.conductors.some((w) => w.color === e.color)))
					open.push({ box: other.id, end: e });
		}
	}
	return lit;
}
/** The end whose part has this key, for a picture that was pressed; null: a part without a cable, as a jumper. */
export function endOfKey({ case: c, made }: Pick<SetBox, 'case' | 'made'>, key: string): End | null {
	for (const cable of c.cables)
		for (const { color } of cable.conductors) {
			const end = { cable: cable.id, color };
			if (keyOfEnd(made, end) === key) return end;
		}
	return null;
}

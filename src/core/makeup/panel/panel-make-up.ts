import { indexOf, inSlots } from '../../model/job-index';
import { knownOr } from '../../model/fact-words';
import type { Circuit, Job, Leg, Panel } from '../../model/known';
import { bringsGround } from '../../run/ground-at';

/** What of a circuit goes where inside its panel. */
interface PanelRow {
	circuitId: string;
	/** `3 Kitchen, spaces 5/7` */
	title: string;
	landings: { conductor: string; to: string }[];
	notes: { level: 'bad' | 'look'; says: string }[];
	/** Why it cannot be told; null: it can. */
	why: string | null;
}
/**
 * The make-up of a panel, breaker by breaker: hots, the neutral to the bar or to the breaker, its pigtail to the bar, the ground.
 * Where the service disconnect is, grounds and neutrals may share bars; in a subpanel they are apart.
 * @source 200.7(C), 210.4, 215.6, 240.15, 250.24, 250.142(B), 408.40, 408.41; facts on changing a breaker
 */
export function panelMakeUp(job: Job, panel: Panel): PanelRow[] {
	const rider = (c: Circuit) => job.circuits.find((x) => x.id === c.multiwire?.withId || x.multiwire?.withId === c.id);
	return job.circuits
		.filter((c) => c.panelId === panel.id)
		.sort((a, b) => (a.slot ?? Infinity) - (b.slot ?? Infinity) || a.number - b.number)
		.map((c) =>
			knownOr<PanelRow, PanelRow>(
				job,
				() => rowOf(job, panel, { circuit: c, other: rider(c) ?? null }),
				(why) => ({ ...head(c), landings: [], notes: [], why })
			)
		);
}
const head = (c: Circuit): Pick<PanelRow, 'circuitId' | 'title'> => ({
	circuitId: c.id,
	title: `${c.number} ${c.name}, ${inSlots(c)}`
});

interface Of {
	circuit: Circuit;
	/** The other hot of a multiwire pair. */
	other: Circuit | null;
}
function rowOf(job: Job, panel: Panel, of: Of): PanelRow {
	const { circuit, other } = of;
	const home = (indexOf(job).legsOfCircuit.get(circuit.id) ?? []).filter((l) => l.fromId === panel.id);
	if (!home.length)
		return { ...head(circuit), landings: [], notes: [], why: 'Its home run is not drawn: pull it, or enter it in Circuit.' };
	const rows = home.map((leg) => landingsOf(job, panel, of, leg));
	const notes: PanelRow['notes'] = [];
	if (home.length > 1)
		notes.push({
			level: 'look',
			says: `${home.length} home runs on one breaker: splice them, with one pigtail to it, unless its screw is marked for two.`
		});
	if (other) notes.push(...pairNotes(circuit, other));
	if (circuit.borrowedNeutral)
		notes.push({ level: 'bad', says: 'Its neutral is another circuit’s: both off together until it is put right.' });
	return { ...head(circuit), landings: rows.flat(), notes, why: null };
}
const isFused = (c: Circuit): boolean => c.opener !== undefined && c.opener !== 'breaker';
const isGuarded = (c: Circuit): boolean => c.breaker !== 'none' && !isFused(c);

function landingsOf(job: Job, panel: Panel, { circuit, other }: Of, leg: Leg): PanelRow['landings'] {
	// A pair in one cable: the hot of this circuit is the black, or, riding in the other's cable, the red.
	const cable = leg.inCableOf === undefined ? leg : (job.legs.find((l) => l.id === leg.inCableOf) ?? leg);
	const rides = leg.inCableOf !== undefined;
	const neutral = circuit.poles === 2 ? cable.conductors >= 3 : true;
	const breaker = isFused(circuit) ? 'its fuse' : 'the breaker';
	const hots: [string, string][] =
		circuit.poles === 2
			? [
					['black', `${breaker}, one hot screw`],
					neutral ? ['red', `${breaker}, the other hot screw`] : ['white, re-marked', `${breaker}, the other hot screw`]
				]
			: [[rides ? 'red' : 'black', `${breaker}, hot screw`]];
	const guarded = isGuarded(circuit);
	const neutralTo = guarded ? 'the breaker, neutral screw' : 'neutral bar, alone in its hole';
	// The neutral of a pair is landed once, with the circuit whose cable it is.
	const lands = neutral && !(rides && other);
	return [
		...hots.map(([conductor, to]) => ({ conductor, to })),
		...(lands ? [{ conductor: 'white', to: neutralTo }] : []),
		...(guarded ? [{ conductor: "breaker's white pigtail or clip", to: 'neutral bar' }] : []),
		...(!rides && bringsGround(leg) ? [{ conductor: leg.ground ? 'ground' : 'armor or raceway', to: groundBar(panel, leg) }] : [])
	];
}
/** Neutrals and grounds are apart: what feeds it comes from another panel, and the bond is there. @source 250.24(A)(5), 250.142(B) */
const apart = (panel: Panel): boolean => panel.feeder !== undefined;
function groundBar(panel: Panel, leg: Leg): string {
	if (!leg.ground) return 'its connector, tight in the enclosure';
	return apart(panel)
		? 'ground bar, bonded to the enclosure; never the neutral bar'
		: panel.service
			? 'ground bar, or the neutral bar where the two are one'
			: 'ground bar; the neutral bar only where the service disconnect is in this panel';
}
/** Two circuits on one neutral. @source 210.4(B), (D), 240.15(B) */
function pairNotes(circuit: Circuit, other: Circuit): PanelRow['notes'] {
	const notes: PanelRow['notes'] = [
		{
			level: 'look',
			says: `Shares its neutral with circuit ${other.number}: on the other leg, handles tied or one two-pole breaker, the pair grouped by a tie.`
		}
	];
	if (isGuarded(circuit) && circuit.breaker !== 'afci')
		notes.push({
			level: 'bad',
			says: 'A single-pole GFCI or dual-function breaker does not hold on a shared neutral: one two-pole breaker for both, the one neutral on it.'
		});
	return notes;
}

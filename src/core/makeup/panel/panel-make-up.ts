import { asTheyStand, breakerName, breakerWritten, capital } from '../../model/breaker-name';
import { indexOf } from '../../model/job-index';
import { knownOr } from '../../model/fact-words';
import type { Circuit, Job, Cable, Panel } from '../../model/known';
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
		.sort(asTheyStand)
		.map((c) =>
			knownOr<PanelRow, PanelRow>(
				job,
				() => rowOf(job, panel, { circuit: c, other: rider(c) ?? null }),
				(why) => ({ ...head(job, c), landings: [], notes: [], why })
			)
		);
}
const head = (job: Job, c: Circuit): Pick<PanelRow, 'circuitId' | 'title'> => ({
	circuitId: c.id,
	title: capital(breakerWritten(job, c))
});

interface Of {
	circuit: Circuit;
	/** The other hot of a multiwire pair. */
	other: Circuit | null;
}
function rowOf(job: Job, panel: Panel, of: Of): PanelRow {
	const { circuit, other } = of;
	const home = (indexOf(job).cablesOfCircuit.get(circuit.id) ?? []).filter((l) => l.fromId === panel.id);
	if (!home.length)
		return { ...head(job, circuit), landings: [], notes: [], why: 'Its home run is not drawn: pull it, or enter it in Circuit.' };
	const rows = home.map((cable) => landingsOf(job, panel, of, cable));
	const notes: PanelRow['notes'] = [];
	if (home.length > 1)
		notes.push({
			level: 'look',
			says: `${home.length} home runs on one breaker: splice them, with one pigtail to it, unless its screw is marked for two.`
		});
	if (other) notes.push(...pairNotes(job, circuit, other));
	if (circuit.borrowedNeutral)
		notes.push({ level: 'bad', says: 'Its neutral is another circuit’s: both off together until it is put right.' });
	return { ...head(job, circuit), landings: rows.flat(), notes, why: null };
}
const isFused = (c: Circuit): boolean => c.opener !== undefined && c.opener !== 'breaker';
const isGuarded = (c: Circuit): boolean => c.breaker !== 'none' && !isFused(c);

function landingsOf(job: Job, panel: Panel, { circuit, other }: Of, piece: Cable): PanelRow['landings'] {
	// A pair in one cable: the hot of this circuit is the black, or, riding in the other's cable, the red.
	const cable = piece.inCableOf === undefined ? piece : (job.cables.find((l) => l.id === piece.inCableOf) ?? piece);
	const rides = piece.inCableOf !== undefined;
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
		...(!rides && bringsGround(cable)
			? [{ conductor: cable.ground ? 'ground' : 'armor or raceway', to: groundBar(panel, cable) }]
			: [])
	];
}
/** Neutrals and grounds are apart: what feeds it comes from another panel, and the bond is there. @source 250.24(A)(5), 250.142(B) */
const apart = (panel: Panel): boolean => panel.feeder !== undefined;
function groundBar(panel: Panel, cable: Cable): string {
	if (!cable.ground) return 'its connector, tight in the enclosure';
	return apart(panel)
		? 'ground bar, bonded to the enclosure; never the neutral bar'
		: panel.service
			? 'ground bar, or the neutral bar where the two are one'
			: 'ground bar; the neutral bar only where the service disconnect is in this panel';
}
/** Two circuits on one neutral. @source 210.4(B), (D), 240.15(B) */
function pairNotes(job: Job, circuit: Circuit, other: Circuit): PanelRow['notes'] {
	const notes: PanelRow['notes'] = [
		{
			level: 'look',
			says: `Shares its neutral with ${breakerName(job, other)}: on the other leg, handles tied or one two-pole breaker, the pair grouped by a tie.`
		}
	];
	if (isGuarded(circuit) && circuit.breaker !== 'afci')
		notes.push({
			level: 'bad',
			says: 'A single-pole GFCI or dual-function breaker does not hold on a shared neutral: one two-pole breaker for both, the one neutral on it.'
		});
	return notes;
}

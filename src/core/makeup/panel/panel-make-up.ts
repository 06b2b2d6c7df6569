import { asTheyStand, breakerName, breakerWritten, capital } from '../../model/breaker-name';
import { indexOf } from '../../model/job-index';
import { knownOr } from '../../model/fact-words';
import type { OpensTogether } from '../../model/kinds';
import type { Circuit, Job, Cable, Panel } from '../../model/known';
import { bringsGround } from '../../run/ground-at';
import { legOfSpace } from '../../run/spaces';

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
	// One breaker of two poles has one neutral screw and one pigtail: told with the circuit whose cable it is.
	const twoPole = !!other && opensOf(circuit, other) === 'two-pole';
	const neutralTo = guarded ? 'the breaker, neutral screw' : 'neutral bar, alone in its hole';
	// The neutral of a pair is landed once, with the circuit whose cable it is.
	const lands = neutral && !(rides && other);
	return [
		...hots.map(([conductor, to]) => ({ conductor, to })),
		...(lands ? [{ conductor: 'white', to: neutralTo }] : []),
		...(guarded && !(rides && twoPole) ? [{ conductor: "breaker's white pigtail or clip", to: 'neutral bar' }] : []),
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
/** How the two of a pair open, as both of them say; `each` where they do not say the same. */
const opensOf = (circuit: Circuit, other: Circuit): OpensTogether => {
	const [a, b] = [circuit.multiwire?.opens, other.multiwire?.opens];
	return a && b && a !== b ? 'each' : (a ?? b ?? 'each');
};
const PAIR_NOTES = {
	'two-pole': { level: 'look', says: ': one two-pole breaker for both, the pair grouped by a tie' },
	'handle-tie': { level: 'look', says: ': a listed handle tie on both, the pair grouped by a tie' },
	each: { level: 'bad', says: ', and each opens alone: put in a two-pole breaker, or a listed handle tie' }
} as const satisfies Record<OpensTogether, { level: PanelRow['notes'][number]['level']; says: string }>;
/** Two circuits on one neutral. @source 110.3(B), 210.4(A), (B), (D), 240.15(B) */
function pairNotes(job: Job, circuit: Circuit, other: Circuit): PanelRow['notes'] {
	const opens = opensOf(circuit, other);
	const { level, says } = PAIR_NOTES[opens];
	const [leg, its] = [circuit, other].map((c) => (c.space === null ? null : legOfSpace(c.space)));
	const notes: PanelRow['notes'] = [{ level, says: `Shares its neutral with ${breakerName(job, other)}${says}.` }];
	if (opens !== 'each' && circuit.space !== null && other.space !== null && Math.abs(circuit.space - other.space) !== 2)
		notes.push({
			level: 'bad',
			says: 'They are not in adjacent spaces of one side: each opens alone. Move one, or correct the entry.'
		});
	if (leg && its)
		notes.push(
			leg === its
				? {
						level: 'bad',
						says: `Both hots are on leg ${leg}: the shared neutral carries the sum, up to ${circuit.breakerA + other.breakerA} A, and nothing protects it. Move one to the other leg.`
					}
				: { level: 'look', says: `On opposite legs, ${leg} and ${its}.` }
		);
	else notes.push({ level: 'look', says: 'Put them on opposite legs: the space of one is not known.' });
	if (!isGuarded(circuit)) return notes;
	notes.push(
		opens === 'two-pole'
			? { level: 'look', says: 'The shared neutral lands on the breaker’s one neutral screw, and its one pigtail on the bar.' }
			: circuit.breaker === 'afci'
				? {
						level: 'bad',
						says: 'Two single-pole AFCI breakers do not hold on a shared neutral, tied or not, unless their instructions allow it: one two-pole AFCI breaker for both.'
					}
				: {
						level: 'bad',
						says: 'A single-pole GFCI or dual-function breaker does not hold on a shared neutral: one two-pole breaker for both, the one neutral on it.'
					}
	);
	return notes;
}

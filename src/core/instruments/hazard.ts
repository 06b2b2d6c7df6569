import type { RuledJob } from '../code/ruled-job';
import type { Circuit } from '../model/known';
import { indexOf } from '../model/job-index';
import { runOf } from '../run/runs';
import { build, planOf, type Built } from '../network/build';
import { jobWiring, outletAt } from '../network/job-wiring';
import { EARTH, Solution } from '../network/solve';
import { trips } from '../network/trips';
import type { Fault } from '../faults/kinds';
import { readLamps, readVolts, type LampPattern } from './meter';
import { PERSON_OHMS, touchShell, type Touch } from './touch';

/** What is switched in on a run to see why it is dangerous: the faults at one box, and the appliance that is plugged in there. */
interface Scenario {
	key: string;
	name: string;
	says: string;
	faults: (at: string) => Fault[];
	/** The appliance's own hot touches its shell. */
	shellFault?: boolean;
}
export const SCENARIOS: readonly Scenario[] = [
	{ key: 'sound', name: 'Sound', says: 'The metal is at ground: nothing to feel.', faults: () => [] },
	{
		key: 'bootleg',
		name: 'Bootleg ground',
		says: "Load current raises the metal by the neutral's drop. The lamps say correct.",
		faults: (at) => [{ kind: 'bootleg', at }]
	},
	{
		key: 'bootleg-lost',
		name: 'Bootleg, neutral lost upstream',
		says: 'The appliance itself puts line voltage on its metal. The lamps are all dark, and it looks dead.',
		faults: (at) => [
			{ kind: 'bootleg', at },
			{ kind: 'open-neutral', at }
		]
	},
	{
		key: 'bootleg-reversed',
		name: 'Bootleg, hot and neutral reversed',
		says: 'The metal is hot. The lamps say correct.',
		faults: (at) => [
			{ kind: 'reversed', at },
			{ kind: 'bootleg', at }
		]
	},
	{
		key: 'reversed',
		name: 'Hot and neutral reversed',
		says: "The metal stays at ground; a lamp's screw shell is live, and an open switch leaves the load live.",
		faults: (at) => [{ kind: 'reversed', at }]
	},
	{
		key: 'open-ground',
		name: 'Open ground, appliance at fault',
		says: "The appliance's own fault makes its metal live, and only a GFCI trips.",
		faults: (at) => [{ kind: 'open-ground', at }],
		shellFault: true
	},
	{
		key: 'hot-ground',
		name: 'Hot and ground reversed',
		says: 'The metal is hot.',
		faults: (at) => [{ kind: 'hot-ground-reversed', at }]
	},
	{
		key: 'service-neutral',
		name: 'Service neutral lost',
		says: 'The neutral and all grounded metal in the house move with the load, held only by the electrode.',
		faults: () => [{ kind: 'service-neutral-open', at: 'service' }]
	}
];
interface HazardAt {
	boxId: string;
	boxName: string;
	lamps: LampPattern;
	hn: number | null;
	touch: Touch | null;
}
interface Hazard {
	along: HazardAt[];
	/** What would open as it stands, and what a person's own current would open. */
	opens: string[];
	personOpens: string[];
}
const APPLIANCE_OHMS = 144;

/** The run with a scenario switched in at one box, an appliance of 100 W on there. @returns null where nothing can be plugged in at that box */
export function hazardAt(
	{ edition, job }: RuledJob,
	circuit: Circuit,
	{ boxId, scenario }: { boxId: string; scenario: Scenario }
): Hazard | null {
	const { boxes } = indexOf(job);
	const { wiring } = jobWiring(edition, job, [circuit]);
	const here = outletAt(wiring, boxId);
	if (!here || here.ratedVolts !== 120) return null;
	const built = build(planOf(wiring), scenario.faults(boxId), { unplugged: true });
	plugIn(built, here.id, !!scenario.shellFault);
	const along = runOf(job, circuit).nodes.flatMap(({ boxId: id }): HazardAt[] => {
		const outlet = outletAt(wiring, id);
		if (!outlet || outlet.ratedVolts !== 120) return [];
		const at = built.contacts(outlet.id);
		return [
			{
				boxId: id,
				boxName: boxes.get(id)?.name ?? id,
				lamps: readLamps(built, at),
				hn: readVolts(built, at, 'low-impedance').hn,
				touch: touchShell(built, at)
			}
		];
	});
	const name = (at: string, device: 'breaker' | 'gfci') =>
		device === 'breaker' ? 'the breaker' : `the GFCI at ${boxes.get(at)?.name ?? at}`;
	const idle = trips(built, new Solution(built.network));
	const { ground } = built.contacts(here.id);
	const held = built.network.copy();
	if (ground !== null && ground !== EARTH) held.resistor(ground, EARTH, PERSON_OHMS);
	const touched = trips({ ...built, network: held }, new Solution(held)).filter((t) => !idle.some((i) => i.at === t.at));
	return {
		along,
		opens: idle.map((t) => name(t.at, t.device)),
		personOpens: touched.map((t) => name(t.at, t.device))
	};
}
function plugIn(built: Built, outletId: string, shellFault: boolean): void {
	const { hot, neutral, ground } = built.contacts(outletId);
	if (neutral !== null && hot !== neutral) built.network.resistor(hot, neutral, APPLIANCE_OHMS);
	if (shellFault && ground !== null && ground !== hot) built.network.resistor(hot, ground, 10);
}

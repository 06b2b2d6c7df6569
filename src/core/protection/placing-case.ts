import { inSpace } from '../model/breaker-name';
import { gives } from '../model/protections';
import { knownOr } from '../model/fact-words';
import type { RuledJob } from '../code/ruled-job';
import type { Edition } from '../code/shape/edition';
import {
	ifKnown,
	type Box,
	type Circuit,
	type Device,
	type Job,
	type Practice,
	type PriceList,
	type Reading
} from '../model/known';
import { DEFAULT_PRICES } from '../model/practice';
import { indexOf } from '../model/job-index';
import type { BothBy, BreakerForm, Protection, ProtectAt } from '../model/kinds';
import { takesProtecting } from '../rough/boxes-fit';
import { runOf, type Run } from '../run/runs';
import { groundOf, hasGround } from '../run/ground-at';
import { isHalved } from '../run/halves';
import { labelLists } from '../run/spaces';
import { needOf } from './need-of';
import { placeDevices, type Placement, type PlacingBox, type PlacingCase } from './place-devices';
import { isFirstReceptacle, lawfulHomeRun } from './articles/210-12-afci-outlet';
import { goesDead, protectedBy, type Protected } from './reach';
import { sharesNeutral } from './articles/210-4-b-shared-neutral';

/** A run of the job as a case for placing protection, and what each way means for the house. */
export interface PlacedWay extends Placement {
	/** What goes dead when each source trips: the breaker first. */
	trips: { source: string; boxIds: string[]; rooms: string[] }[];
	/** The breaker is a branch/feeder AFCI, which lets arc-fault protection begin at the first outlet. */
	branchFeeder: boolean;
}
export interface Ways {
	/** The least cost first; empty: some need cannot be met. */
	ways: PlacedWay[];
	/** Breakers that were left out, and why. */
	notes: string[];
	needs: number;
	/** Nothing can be said for want of a fact: the notes name it. */
	lacks?: boolean;
}
/** The shop's list of prices, or the usual one. */
export const pricesOf = (job: Job): PriceList => ({ ...DEFAULT_PRICES, ...job.practice.prices });

/** What the shop would rather have, of what is lawful. */
export type Preference = Pick<Practice, 'protectAt' | 'bothBy'>;

interface PlacingAs {
	/** Left out: the job's own practice. */
	as?: Preference | undefined;
	/** What was read of grounds. */
	readings?: readonly Reading[] | undefined;
}
/** Ways to protect a circuit: each preference's cheapest, with what goes dead together and what is left unmet. */
export const placingWays = (of: RuledJob, circuit: Circuit, how: PlacingAs = {}): Ways =>
	knownOr(
		of.job,
		() => makeWays(of, circuit, how),
		(why): Ways => ({ ways: [], notes: [`${why} What protects this circuit can't be placed without it.`], needs: 0, lacks: true })
	);
function makeWays({ edition, job }: RuledJob, circuit: Circuit, { as = job.practice, readings = [] }: PlacingAs): Ways {
	const run = runOf(job, circuit);
	const { placing, notes } = placingCase({ edition, job }, run, readings);
	const both = placing.boxes.some((b) => b.needs.gfci) && placing.boxes.some((b) => b.needs.afci);
	const off = (p: Placement) => against(as.protectAt, p) + (both ? againstBoth(as.bothBy, p) : 0);
	const plain = placeDevices(placing).map((w) => ({ ...w, branchFeeder: circuit.homeRun === 'branch-feeder-breaker' }));
	const found = [...plain, ...byBranchFeeder(edition, job, circuit, readings)];
	const ways = found.sort((a, b) => off(a) - off(b) || a.cost - b.cost || a.devices.length - b.devices.length).slice(0, 3);
	return {
		ways: ways.map((w) => ({ ...w, trips: tripsOf(job, run, w) })),
		notes,
		needs: placing.boxes.filter((b) => b.needs.gfci || b.needs.afci).length
	};
}

/** Ways that are not as practice would have it come after those that are. */
function against(at: ProtectAt | undefined, { breaker, devices }: Placement): number {
	if (at === 'breaker') return devices.length ? 1 : 0;
	return at === 'outlet' && gives(breaker, 'gfci') ? 1 : 0;
}
/** Two devices where one would do, or the other way round. */
function againstBoth(by: BothBy | undefined, { breaker, devices }: Placement): number {
	const dual = breaker === 'dual' || devices.some((d) => d.protection === 'dual');
	return by && dual !== (by === 'dual') ? 1 : 0;
}
/** Ways with a branch/feeder AFCI breaker before arc-fault protection at the first outlet. @source 210.12, second of its means */
function byBranchFeeder(
	edition: Edition,
	job: Job,
	circuit: Circuit,
	readings: readonly Reading[]
): (Placement & { branchFeeder: boolean })[] {
	const single = circuit.poles === 1 && (circuit.opener ?? 'breaker') === 'breaker';
	if (circuit.homeRun || !single || !labelLists(job, circuit.panelId, 'afci') || sharesNeutral(job, circuit)) return [];
	const as: Circuit = { ...circuit, homeRun: 'branch-feeder-breaker' };
	const { placing } = placingCase({ edition, job }, { ...runOf(job, circuit), circuit: as }, readings);
	const begins = (p: Placement) => p.devices.some((d) => gives(d.protection, 'afci'));
	return placeDevices({ ...placing, breakers: placing.breakers.filter((b) => b.protection === 'none') })
		.filter(begins)
		.map((p) => ({ ...p, branchFeeder: true }));
}

/** A run as the case of `placeDevices`, with notes on what could not be taken into it. */
function placingCase(
	{ edition, job }: RuledJob,
	run: Run,
	readings: readonly Reading[] = []
): { placing: PlacingCase; notes: string[] } {
	const { boxes } = indexOf(job);
	const { circuit } = run;
	const prices = pricesOf(job);
	const at = new Map(run.nodes.map((n, i) => [n.boxId, i]));
	const roomsBelow = belowOf(job, run);
	const placed = run.nodes.map((node): PlacingBox => {
		const box = boxes.get(node.boxId);
		return {
			id: node.boxId,
			parent: at.get(node.fromId ?? '') ?? -1,
			needs: box ? needsOf(edition, job, run, box, readings) : { gfci: false, afci: false },
			may: box ? mayHold(edition, job, run, box, prices) : [],
			togetherCost: together(prices, roomsBelow.get(node.boxId))
		};
	});
	const { breakers, notes } = breakersFor(job, circuit, prices, together(prices, roomsBelow.get(circuit.panelId ?? '')));
	return { placing: { boxes: placed, breakers }, notes };
}

/** What must be protected there: new and replaced devices; what is only found comes under the rules when it is touched. */
function needsOf(edition: Edition, job: Job, run: Run, box: Box, readings: readonly Reading[]): PlacingBox['needs'] {
	const { circuit } = run;
	const room = box.roomId ? indexOf(job).rooms.get(box.roomId) : undefined;
	const needs = { gfci: false, afci: false };
	if (!room) {
		for (const device of box.devices) needs.gfci ||= standsInForGround(edition, job, { box, device, circuit }, readings);
		return needs;
	}
	for (const device of box.devices) {
		needs.gfci ||= standsInForGround(edition, job, { box, device, circuit }, readings);
		if (device.state === 'found') continue;
		const need = needOf({ edition, job }, { room, box, device, circuit }, { readings });
		needs.gfci ||= need.gfci.required;
		needs.afci ||= need.afci.required;
	}
	return needs;
}

/** Three slots without a ground: what protects them may not be taken away, nor left out where they are put in. @source 406.4(D)(2) */
function standsInForGround(edition: Edition, job: Job, at: Protected, readings: readonly Reading[]): boolean {
	const { box, device } = at;
	if (!device.receptacles || device.slots !== 'grounding' || device.volts !== 120 || box.state !== 'found') return false;
	if (hasGround(groundOf(job, box, readings))) return false;
	return device.state !== 'found' || ifKnown(() => protectedBy({ edition, job }, at, 'gfci')) !== null;
}

/** A protecting receptacle has no tab: where the halves are wired apart, one would be lost. */
const holder = (box: Box): Device | undefined =>
	box.devices.find((d) => d.receptacles === 2 && d.volts === 120 && d.amps <= 20 && !isHalved(d));
/** A duplex that is reached without tools, in a box with room for it; arc-fault protection at an outlet only where it is lawful. */
function mayHold(edition: Edition, job: Job, run: Run, box: Box, prices: PriceList): PlacingBox['may'] {
	const device = holder(box);
	if (!device || !box.readilyAccessible || !takesProtecting(edition, job, box).fits) return [];
	const kinds: Exclude<Protection, 'none'>[] = afciAtOutlet(edition, job, run, box, device) ? ['gfci', 'afci', 'dual'] : ['gfci'];
	// What is in the wall already costs nothing more.
	return kinds.map((protection) => ({
		protection,
		price: device.protection === protection && device.state !== 'planned' ? 0 : prices.device[protection]
	}));
}
/** By a listed combination or metal raceway to the first outlet, or at a receptacle that is replaced. @source 210.12, 406.4(D)(4) */
function afciAtOutlet(edition: Edition, job: Job, run: Run, box: Box, device: Device): boolean {
	if (box.state === 'found' && device.state !== 'found') return true;
	return lawfulHomeRun({ edition, job }, run, box) || (run.circuit.state === 'found' && isFirstReceptacle(job, run, box));
}

/** Rooms and delicate things that hang on each box and what it feeds, and on the whole run. */
interface Below {
	rooms: Set<string>;
	delicate: number;
}
function belowOf(job: Job, run: Run): Map<string, Below> {
	const { boxes } = indexOf(job);
	const all = new Map<string, Below>();
	const put = (id: string, box: Box) => {
		const at = all.get(id) ?? { rooms: new Set<string>(), delicate: 0 };
		if (box.roomId) at.rooms.add(box.roomId);
		at.delicate += box.devices.filter(isDelicate).length;
		all.set(id, at);
	};
	for (const node of run.nodes) {
		const box = boxes.get(node.boxId);
		if (!box) continue;
		put(run.circuit.panelId ?? '', box);
		for (const cable of node.path) put(cable.toId, box);
	}
	return all;
}
/** What spoils, floods or falls silent unseen when it goes dead. */
export const isDelicate = (d: Device): boolean =>
	d.kind === 'alarm' || d.serves === 'refrigerator' || d.serves === 'freezer' || d.serves === 'alarm' || d.serves === 'sump-pump';
const together = (prices: PriceList, below: Below | undefined): number =>
	below ? Math.max(0, below.rooms.size - 1) * prices.perRoom + below.delicate * prices.perDelicate : 0;

function breakersFor(job: Job, circuit: Circuit, prices: PriceList, togetherCost: number) {
	const notes: string[] = [];
	const listed = (form: BreakerForm) => labelLists(job, circuit.panelId, form);
	const shared = sharesNeutral(job, circuit);
	const fuse = (circuit.opener ?? 'breaker') !== 'breaker';
	const may = (protection: Protection): boolean => {
		if (protection === 'none') return true;
		if (fuse) return false;
		return listed(protection) && !shared;
	};
	if (fuse) notes.push('Fuses: protection goes at the outlets.');
	if (shared && circuit.poles === 1)
		notes.push(`${shared} A single-pole GFCI or AFCI breaker can't protect it: use two-pole, or devices at the outlets.`);
	const left = (['gfci', 'afci', 'dual'] as const).filter((p) => !listed(p));
	if (left.length) notes.push(`The panel's label does not list ${left.join(', ')} breakers.`);
	const kinds: readonly Protection[] = circuit.poles === 2 ? ['none', 'gfci'] : ['none', 'afci', 'gfci', 'dual'];
	const breakers = kinds.filter(may).map((protection) => ({
		protection,
		price: priceOfBreaker(circuit, protection, prices),
		togetherCost: protection === 'none' ? 0 : togetherCost
	}));
	return { breakers, notes };
}

/** A plain breaker is a branch/feeder AFCI where the home run is begun by one. */
function priceOfBreaker(circuit: Circuit, protection: Protection, prices: PriceList): number {
	const begun = circuit.homeRun === 'branch-feeder-breaker' && protection === 'none';
	const one = begun ? (prices.branchFeeder ?? prices.breaker.afci) : prices.breaker[protection];
	return one * (circuit.poles === 2 ? prices.twoPole : 1);
}

/** What goes dead when each source of a placement trips. */
function tripsOf(job: Job, run: Run, way: Placement): PlacedWay['trips'] {
	const { boxes, rooms } = indexOf(job);
	const devices = new Map(way.devices.map((d) => [d.boxId, d]));
	const as: Job = {
		...job,
		circuits: job.circuits.map((c) => (c.id === run.circuit.id ? { ...c, breaker: way.breaker } : c)),
		boxes: job.boxes.map((b) => (run.byBox.has(b.id) ? withDevice(b, devices.get(b.id)) : b))
	};
	const circuit = as.circuits.find((c) => c.id === run.circuit.id) as Circuit;
	const drawn = runOf(as, circuit);
	const sources = [
		...(way.breaker === 'none'
			? []
			: [{ kind: 'breaker' as const, id: circuit.id, name: `the breaker ${inSpace(job, circuit)}` }]),
		...way.devices.map((d) => ({ kind: 'device' as const, id: d.boxId, name: boxes.get(d.boxId)?.name ?? '' }))
	];
	return sources.map((source) => {
		const boxIds = goesDead(as, drawn, source);
		const names = new Set(boxIds.map((id) => rooms.get(boxes.get(id)?.roomId ?? '')?.name ?? ''));
		return { source: source.name, boxIds, rooms: [...names].filter(Boolean) };
	});
}
function withDevice(box: Box, put: Placement['devices'][number] | undefined): Box {
	const own = holder(box);
	return {
		...box,
		devices: box.devices.map((d) =>
			d === own ? { ...d, protection: put?.protection ?? 'none', feedsLoad: put?.feedsLoad ?? false } : d
		)
	};
}

import { produce } from 'immer';
import { rowIn, type Command } from './command';
import { applyFix } from './fix';
import { addSet, removePlanned, type NewSetAt } from './new-set';
import type { Device, Job } from '../model/job';
import { labelsId } from '../model/checks';
import type { Protection, WorkSheet } from '../model/kinds';
import type { Fix } from '../model/result';
import { openBreakerWork, openWork, type Act, type OldPart, type Skipped, type Work, type WorkPart } from '../model/work';

/** Works: what was there, what was chosen, each part with when it was put in. */

/** What a remedy comes with, besides its fix. */
export interface Chosen {
	boxId: string;
	title: string;
	sheet?: WorkSheet | undefined;
	fix: Fix | null;
	/** Labels by the box that they go on. */
	labels?: readonly { boxId: string; words: string }[] | undefined;
	/** A jumper between neutral and ground that comes off first. */
	jumperAt?: string | undefined;
	/** Devices that are taken out, their box blanked. */
	blankAt?: { boxId: string; deviceId: string } | undefined;
	/** New boxes that this one, or a breaker, is to feed. */
	adds?: NewSetAt | undefined;
}

/**
 * Begins a work with what stands there now on record, and plans its parts. One that was begun at this box and of which nothing is in
 * yet is planned anew: what was found stays as it was noted first.
 */
export const beginWork =
	({ boxId, title, sheet, fix, labels = [], jumperAt, blankAt, adds }: Chosen, act: Act, newId: () => string): Command =>
	(draft) => {
		const before = openWork(draft, boxId);
		if (before && !before.parts.some((p) => p.put)) takeBack(draft, before);
		const parts = oncePerThing([
			...(jumperAt ? [{ id: newId(), kind: 'jumper' as const, at: jumperAt }] : []),
			...(blankAt ? [{ id: newId(), kind: 'blank' as const, at: blankAt.boxId, deviceId: blankAt.deviceId }] : []),
			...partsOf(fix, newId)
		]);
		const found = foundAt(draft, boxId, parts);
		if (adds) parts.push(...newParts(draft, adds, newId), ...spliced(adds, parts, newId));
		const work: Work = {
			id: newId(),
			boxId,
			title,
			...(sheet ? { sheet } : {}),
			begun: act,
			found,
			parts: [...parts, ...labels.map((l): WorkPart => ({ id: newId(), kind: 'label', at: l.boxId, words: l.words }))]
		};
		if (fix) applyFix(fix, newId)(draft);
		draft.works = [...(draft.works ?? []), work];
	};

/** The devices of a set that is to be run. */
const newParts = (draft: Job, adds: NewSetAt, newId: () => string): WorkPart[] =>
	addSet(draft, adds, newId).map(({ boxId, deviceId }): WorkPart => ({
		id: newId(),
		kind: 'device',
		at: boxId,
		deviceId,
		newBox: true
	}));
/** The box that feeds it is opened, and closed again: unless its own device goes out or in with the same work. */
const spliced = ({ fromId }: NewSetAt, parts: readonly WorkPart[], newId: () => string): WorkPart[] =>
	fromId === null || parts.some((p) => p.at === fromId) ? [] : [{ id: newId(), kind: 'splice', at: fromId }];
/** Begins new work on a breaker of its own: the first of its boxes is where the work is. */
export const beginOwn =
	({ title, adds }: { title: string; adds: NewSetAt }, act: Act, newId: () => string): Command =>
	(draft) => {
		const parts = newParts(draft, adds, newId);
		const circuitId = draft.cables.find((c) => c.toId === parts[0]?.at)?.circuitId;
		if (circuitId) parts.push({ id: newId(), kind: 'breaker', at: circuitId });
		const found = { devices: [], breakers: [] };
		draft.works = [...(draft.works ?? []), { id: newId(), boxId: parts[0]?.at ?? null, title, begun: act, found, parts }];
	};
/** The parts of a fix: devices at their boxes, breakers at their spaces. */
function partsOf(fix: Fix | null, newId: () => string): WorkPart[] {
	if (fix?.kind === 'several') return fix.fixes.flatMap((one) => partsOf(one, newId));
	if (fix?.kind === 'protect-breaker') return [{ id: newId(), kind: 'breaker', at: fix.circuitId, breaker: fix.protection }];
	// What only says where LOAD goes puts no new device in.
	const puts = fix?.kind === 'protect-device' || (fix?.kind === 'edit-device' && fix.change.state === 'planned');
	return puts ? [{ id: newId(), kind: 'device', at: fix.boxId, deviceId: fix.deviceId }] : [];
}
/** Several boxes that share a device or a breaker get it once. */
const oncePerThing = (parts: readonly WorkPart[]): WorkPart[] => [
	...new Map(parts.map((p) => [`${p.kind} ${p.at} ${p.deviceId ?? ''}`, p])).values()
];
const copy = (device: Device): Device => ({ ...device });
/** A device as it was found; null: it is new, and only planned. */
const asFound = (device: Device): Device | null =>
	device.state !== 'planned' ? copy(device) : device.was ? { ...device, ...device.was, was: undefined, state: 'found' } : null;
function foundAt(job: Job, boxId: string, parts: readonly WorkPart[]): Work['found'] {
	const boxIds = new Set([boxId, ...parts.flatMap((p) => (p.kind === 'breaker' ? [] : [p.at]))]);
	const circuits = new Set(parts.flatMap((p) => (p.kind === 'breaker' ? [p.at] : [])));
	return {
		devices: job.boxes
			.filter((b) => boxIds.has(b.id))
			.flatMap((b) =>
				b.devices.flatMap((d) => {
					const device = asFound(d);
					return device ? [{ boxId: b.id, device, ground: b.ground }] : [];
				})
			),
		breakers: job.circuits
			.filter((c) => circuits.has(c.id))
			.map(({ id, breaker, breakerA, poles }) => ({ id, breaker, breakerA, poles }))
	};
}
/** What was planned and is not in is as it was found. */
function takeBack(draft: Job, work: Work): void {
	removePlanned(
		draft,
		work.parts.flatMap((p) => (p.newBox && !p.put ? [p.at] : [])),
		work.parts.flatMap((p) => (p.kind === 'breaker' && !p.put && !work.found.breakers.some((b) => b.id === p.at) ? [p.at] : []))
	);
	for (const part of work.parts) {
		if (part.put || part.newBox) continue;
		if (part.kind === 'breaker') delete draft.circuits.find((c) => c.id === part.at)?.plannedBreaker;
		const was = work.found.devices.find((f) => f.boxId === part.at && f.device.id === part.deviceId)?.device;
		const box = was && draft.boxes.find((b) => b.id === part.at);
		if (box) box.devices = box.devices.map((d) => (d.id === was.id ? copy(was) : d));
	}
	draft.works = (draft.works ?? []).filter((w) => w.id !== work.id);
}
/**
 * The job as it was before what is chosen at a box: choices are weighed by what stands there, not by the plan that they would take
 * the place of. The same job where nothing is chosen, or where a part of it is in.
 */
export function beforeChoice(job: Job, boxId: string): Job {
	const work = openWork(job, boxId);
	return work && !work.parts.some((p) => p.put) ? produce(job, (draft) => takeBack(draft, work)) : job;
}
const workIn = (draft: Job, workId: string): Work => rowIn(draft.works ?? [], workId, 'work');

/** A part is in: a device is built, a breaker is what it was to become, a label is on, a jumper is off. @param day ISO day, local */
export const putIn =
	({ workId, partId, day }: { workId: string; partId: string; day: string }, act: Act): Command =>
	(draft) => {
		const part = rowIn(workIn(draft, workId).parts, partId, 'part');
		part.put = act;
		PUTS[part.kind](draft, part, { act, day });
	};
const PUTS: Readonly<Record<WorkPart['kind'], (draft: Job, part: WorkPart, by: { act: Act; day: string }) => void>> = {
	device: (draft, part, { act, day }) => {
		const box = rowIn(draft.boxes, part.at, 'box');
		const device = rowIn(box.devices, part.deviceId ?? '', 'device');
		Object.assign(device, { state: 'built', installed: day }, act.by ? { installedBy: act.by } : {});
		if (box.state === 'planned') box.state = 'built';
		for (const cable of draft.cables) if (cable.toId === box.id && cable.state === 'planned') builtCable(draft, cable);
	},
	breaker: (draft, part, { day }) => {
		const circuit = rowIn(draft.circuits, part.at, 'circuit');
		circuit.breaker = part.breaker ?? circuit.breaker;
		if (part.breakerA !== undefined) circuit.breakerA = part.breakerA;
		if (circuit.state === 'planned') circuit.state = 'built';
		circuit.installed = day;
		delete circuit.plannedBreaker;
	},
	label: (draft, part, { act }) => {
		const id = labelsId(part.at);
		const words = draft.checks.find((c) => c.id === id && c.seen === 'done')?.note;
		const note = [...(words ? [words] : []), part.words ?? ''].join('; ');
		draft.checks = [...draft.checks.filter((c) => c.id !== id), { id, seen: 'done', note, at: act.at, by: act.by }];
	},
	jumper: () => undefined,
	blank: (draft, part) => {
		const box = rowIn(draft.boxes, part.at, 'box');
		box.devices = box.devices.filter((d) => d.id !== part.deviceId);
	},
	splice: () => undefined
};
/** A cable that was run: in a box of which the others were told, its end is one more of them. */
function builtCable(draft: Job, cable: Job['cables'][number]): void {
	cable.state = 'built';
	const from = draft.boxes.find((b) => b.id === cable.fromId);
	if (!from?.ends.length || from.ends.some((e) => e.of === cable.id)) return;
	const { kind, awg, conductors, ground, metal } = cable;
	from.ends.push({
		id: `${cable.id}-from`,
		of: cable.id,
		kind,
		awg,
		conductors,
		ground,
		...(metal ? { metal } : {}),
		line: false,
		note: ''
	});
}

/** A step is skipped by name: it ends, and it is printed as not done. */
export const skipStep =
	(workId: string, step: Skipped, act: Act): Command =>
	(draft) => {
		const work = workIn(draft, workId);
		work.skipped = [...(work.skipped ?? []).filter((s) => s.step !== step), { ...act, step }];
	};
/** Ends a work unfinished: what is not in is as it was found again. */
export const endWork =
	(workId: string, act: Act & { says: string }): Command =>
	(draft) => {
		const work = workIn(draft, workId);
		const { parts, ...kept } = work;
		takeBack(draft, work);
		draft.works = [...(draft.works ?? []), { ...kept, parts: parts.filter((p) => p.put), ended: act }];
	};
/** What became of what was taken out. */
export const oldPart =
	(workId: string, old: OldPart): Command =>
	(draft) =>
		void (workIn(draft, workId).old = old);

/**
 * What was planned in a box by any way is in it now: its work is made where none was begun, with what was found as far as its
 * devices kept it.
 */
export const installed =
	(boxId: string, { day, newId }: { day: string; newId: () => string }, act: Act): Command =>
	(draft) => {
		const box = rowIn(draft.boxes, boxId, 'box');
		const planned = box.devices.filter((d) => d.state === 'planned');
		if (!planned.length && box.state !== 'planned') throw new RangeError(`Nothing is planned at ${box.name}.`);
		const works = draft.works ?? [];
		const left = planned.filter((d) => !works.some((w) => !w.ended && w.parts.some((p) => p.deviceId === d.id && !p.put)));
		if (left.length || !planned.length)
			draft.works = [
				...works,
				{
					id: newId(),
					boxId,
					title: 'As planned',
					begun: act,
					found: {
						devices: left.flatMap((d) => {
							const device = asFound(d);
							return device ? [{ boxId, device, ground: box.ground }] : [];
						}),
						breakers: []
					},
					parts: left.map((d) => ({ id: newId(), kind: 'device' as const, at: boxId, deviceId: d.id }))
				}
			];
		for (const work of draft.works ?? [])
			for (const part of work.parts)
				if (part.kind === 'device' && part.at === boxId && !part.put && !work.ended)
					putIn({ workId: work.id, partId: part.id, day }, act)(draft);
		if (box.state === 'planned') box.state = 'built';
		for (const cable of draft.cables) if (cable.toId === boxId && cable.state === 'planned') builtCable(draft, cable);
	};
/** A breaker that was planned is in: the part of its work, or a work of its own. @throws RangeError where none is planned */
export const breakerIn =
	(circuitId: string, { day, newId }: { day: string; newId: () => string }, act: Act): Command =>
	(draft) => {
		const { plannedBreaker, id, breaker, breakerA, poles } = rowIn(draft.circuits, circuitId, 'circuit');
		if (!plannedBreaker) throw new RangeError('No breaker is planned there.');
		const isIt = (p: WorkPart): boolean => p.kind === 'breaker' && p.at === circuitId && !p.put;
		if (!(draft.works ?? []).some((w) => !w.ended && w.parts.some(isIt)))
			draft.works = [
				...(draft.works ?? []),
				{
					id: newId(),
					boxId: null,
					title: 'As planned',
					begun: act,
					found: { devices: [], breakers: [{ id, breaker, breakerA, poles }] },
					parts: [{ id: newId(), kind: 'breaker', at: circuitId, breaker: plannedBreaker }]
				}
			];
		for (const work of draft.works ?? [])
			for (const part of work.parts) if (!work.ended && isIt(part)) putIn({ workId: work.id, partId: part.id, day }, act)(draft);
	};
/** Begins the work at a breaker alone: another one is to go in, as chosen. One of which nothing is in yet is planned anew. */
export const changeBreaker =
	(
		{
			circuitId,
			title,
			protection,
			breakerA
		}: { circuitId: string; title: string; protection: Protection; breakerA: number | null },
		act: Act,
		newId: () => string
	): Command =>
	(draft) => {
		const before = openBreakerWork(draft, circuitId);
		if (before && !before.parts.some((p) => p.put)) takeBack(draft, before);
		const circuit = rowIn(draft.circuits, circuitId, 'circuit');
		const { id, breaker, poles } = circuit;
		draft.works = [
			...(draft.works ?? []),
			{
				id: newId(),
				boxId: null,
				title,
				begun: act,
				found: { devices: [], breakers: [{ id, breaker, breakerA: circuit.breakerA, poles }] },
				parts: [
					{
						id: newId(),
						kind: 'breaker',
						at: circuitId,
						breaker: protection,
						...(breakerA === null || breakerA === circuit.breakerA ? {} : { breakerA })
					}
				]
			}
		];
		circuit.plannedBreaker = protection;
	};
/** The same of several boxes at once: those of them where something is planned. @throws RangeError where nothing is */
export const installedAll =
	(boxIds: readonly string[], of: { day: string; newId: () => string }, act: Act): Command =>
	(draft) => {
		const planned = boxIds.filter((id) => {
			const box = rowIn(draft.boxes, id, 'box');
			return box.state === 'planned' || box.devices.some((d) => d.state === 'planned');
		});
		if (!planned.length) throw new RangeError('Nothing is planned at these boxes.');
		for (const id of planned) installed(id, of, act)(draft);
	};

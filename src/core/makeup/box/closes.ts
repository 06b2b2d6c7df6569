import { endName, loadKey, type End, type MakeDevice, type MakeUp, type MakeUpCase, type Net } from './case';
import { hasSupplyGround, isArmored } from './wires';
import { netsFor, PROTECTED, protects, tabsOf, wantsOf } from './terminals';

/**
 * Puts a make-up back together and holds it against the plan: every conductor end and every contact must meet what it is to meet,
 * and nothing else, as the devices stand and with each of them open.
 */
export function closes(c: MakeUpCase, made: Together): string[] {
	return mismatches(c, made).map(
		({ contact, open, have, need }) => `${contact}${open ? `, ${open} open` : ''}: meets ${have}; planned ${need}`
	);
}
/** What is put back together. */
export type Together = Pick<MakeUp, 'joins' | 'terminals' | 'tabs'>;
/** A contact that does not meet what was planned: `in black`, `d1:hot-upper`. */
interface Mismatch {
	contact: string;
	/** The device that is open; null: as they stand. */
	open: string | null;
	have: string;
	need: string;
}
/** Every contact that does not meet what was planned; none: it closes. */
export function mismatches(c: MakeUpCase, made: Together): Mismatch[] {
	return [null, ...c.devices.filter(canOpen).map((d) => d.id)].flatMap((open) => {
		const have = groupsOf(c, asMade(c, made, open));
		return [...groupsOf(c, asPlanned(c, open))].flatMap(([contact, need]) =>
			have.get(contact) === need ? [] : [{ contact, open, have: have.get(contact) ?? 'nothing', need }]
		);
	});
}
/** Is an end connected to a terminal, as a box is made up, its devices closed? */
export function meets(c: MakeUpCase, made: Together): (end: End, device: string, name: string) => boolean {
	const sets = asMade(c, made, null);
	return (end, device, name) => sets.root(endName(end)) === sets.root(terminal(device, name));
}
const canOpen = (d: MakeDevice): boolean =>
	protects(d) || (d.kind === 'switch' && (d.ways ?? 'single') === 'single') || d.kind === 'combination';

/** Sets of what is connected, by joining two at a time. */
class Sets {
	private readonly up = new Map<string, string>();
	root(a: string): string {
		const up = this.up.get(a);
		if (up === undefined || up === a) return a;
		const root = this.root(up);
		this.up.set(a, root);
		return root;
	}
	join(a: string, b: string): void {
		this.up.set(this.root(a), this.root(b));
	}
}
const terminal = (device: string, name: string): string => `${device}:${name}`;

/** The screw of a metal box. */
const BOX = 'box';
/** A metal box to which a ground comes is bonded to it. @source 250.148(C) */
const bonds = (c: MakeUpCase): boolean => c.box.material === 'metal' && groundComes(c);

/** The contacts at which a plan and a make-up are compared: every conductor end, and every contact of a device that is to have something. */
function contactsOf(c: MakeUpCase): string[] {
	const ends = c.cables.flatMap((cable) => cable.conductors.map((w) => endName({ cable: cable.id, color: w.color })));
	return [
		...ends,
		...c.devices.flatMap((d) => [...plannedAt(c, d)].map(([name]) => terminal(d.id, name))),
		...(bonds(c) ? [BOX] : [])
	];
}
/** Each contact with the names of all that it meets. */
function groupsOf(c: MakeUpCase, sets: Sets): Map<string, string> {
	const contacts = contactsOf(c);
	const groups = new Map<string, string[]>();
	for (const contact of contacts) {
		const root = sets.root(contact);
		groups.set(root, [...(groups.get(root) ?? []), contact]);
	}
	return new Map(contacts.map((contact) => [contact, (groups.get(sets.root(contact)) ?? []).sort().join(' + ')]));
}

function asMade(c: MakeUpCase, made: Together, open: string | null): Sets {
	const sets = new Sets();
	made.joins.forEach((join, i) => {
		for (const end of join.ends) sets.join(`join ${i}`, endName(end));
		for (const tail of join.tails) sets.join(`join ${i}`, 'device' in tail ? terminal(tail.device, tail.terminal) : BOX);
	});
	for (const { device, terminal: name, conductor } of made.terminals)
		if ('cable' in conductor) sets.join(terminal(device, name), endName(conductor));
	for (const [device, tabs] of Object.entries(made.tabs))
		for (const side of ['hot', 'neutral'] as const)
			if (tabs[side] === 'in') sets.join(terminal(device, `${side}-upper`), terminal(device, `${side}-lower`));
	for (const d of c.devices) through(sets, d, open);
	return sets;
}
/** What a device connects by itself. */
function through(sets: Sets, d: MakeDevice, open: string | null): void {
	if (d.id === open) return;
	const both = (a: string, b: string) => sets.join(terminal(d.id, a), terminal(d.id, b));
	if (protects(d)) {
		both('line-hot', 'load-hot');
		both('line-neutral', 'load-neutral');
	}
	if (d.kind === 'combination' || (d.kind === 'switch' && (d.ways ?? 'single') === 'single')) both('a', 'b');
}

/** What each contact of a device is to meet, straight from what the device is for: no tabs, no splices, no tails. */
function plannedAt(c: MakeUpCase, d: MakeDevice): Map<string, string> {
	const at = new Map(wantsOf(c, d).map((w) => [w.terminal, w.key]));
	const tabs = tabsOf(c, d);
	const { neutral } = netsFor(c, d);
	// Both halves of a duplex have a contact: those that share a side by design meet the same.
	if (tabs && (d.halves ?? 'together') === 'together') at.set('hot-lower', at.get('hot-upper') ?? 'hot');
	if (tabs?.neutral === 'in') at.set('neutral-lower', at.get('neutral-upper') ?? neutral);
	if (!groundComes(c)) for (const [name, key] of at) if (key === 'ground') at.delete(name);
	return at;
}
const groundComes = (c: MakeUpCase): boolean =>
	(isArmored(c) || c.cables.some((x) => x.conductors.some((w) => w.net === 'ground'))) && hasSupplyGround(c);
const ALONE: readonly Net[] = ['spare'];
function asPlanned(c: MakeUpCase, open: string | null): Sets {
	const sets = new Sets();
	const guard = (cable: string) => c.devices.find((d) => protects(d) && d.load?.includes(cable));
	const grounded = groundComes(c);
	for (const cable of c.cables)
		for (const w of cable.conductors) {
			if (ALONE.includes(w.net) || (w.net === 'ground' && !grounded)) continue;
			const device = w.net === 'ground' ? undefined : guard(cable.id);
			const key = device && PROTECTED.includes(w.net) ? loadKey(w.net, device.id) : w.net;
			sets.join(`net ${key}`, endName({ cable: cable.id, color: w.color }));
		}
	if (bonds(c)) sets.join('net ground', BOX);
	for (const d of c.devices) {
		for (const [name, key] of plannedAt(c, d)) sets.join(`net ${key}`, terminal(d.id, name));
		through(sets, d, open);
	}
	return sets;
}

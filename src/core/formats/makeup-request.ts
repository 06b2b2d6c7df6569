import {
	COLORS,
	HALVES,
	MAKE_DEVICES,
	MAKE_WAYS,
	NETS,
	STYLES,
	TOWARD,
	type MakeCable,
	type MakeDevice,
	type MakeUpCase,
	type Net
} from '../makeup/box/case';
import { check, flag, list, maybe, must, named, oneOf, shape, whole, edition, type Checked } from '../model/file/fields';
import { BOX_MATERIALS, CONNECTOR_KINDS, CONNECTS, PROTECTIONS } from '../model/kinds';
import type { FieldFault } from '../model/result';
import { GAUGES } from '../units/gauge';

/** The body of `/makeup` as a Yup schema, and what the schema cannot see. */

/** The nets of the contract: an interconnect is told only by a job. */
const API_NETS = NETS.filter((n): n is Exclude<Net, 'interconnect'> => n !== 'interconnect');
const LEADS = API_NETS.filter((n): n is Exclude<Net, 'spare' | 'interconnect'> => n !== 'spare');
const cable = shape({
	id: must(named(64)),
	toward: must(oneOf(TOWARD)),
	awg: must(oneOf(GAUGES)),
	metal: oneOf(['Cu', 'Al'] as const),
	conductors: must(list(shape({ color: must(oneOf(COLORS)), net: must(oneOf(API_NETS)) }), COLORS.length, 1))
});
const device = shape({
	id: must(named(64)),
	kind: must(oneOf(MAKE_DEVICES)),
	protection: oneOf(PROTECTIONS),
	halves: oneOf(HALVES),
	load: list(must(named(64)), 20),
	ways: oneOf(MAKE_WAYS),
	connection: oneOf(CONNECTS),
	leads: list(must(oneOf(LEADS)), LEADS.length),
	ground: oneOf(['required', 'none'] as const)
});
export const makeUpRequest = shape({
	edition: edition(),
	practice: must(shape({ style: must(oneOf(STYLES)), pushIn: must(flag()), connector: maybe(oneOf(CONNECTOR_KINDS)) })),
	box: must(shape({ material: must(oneOf(BOX_MATERIALS)), gangs: must(whole(1, 8)) })),
	cables: must(list(cable, 20, 1)),
	devices: list(device, 12).default(() => [])
});

/** @returns the case, or every fault with its path */
export function checkMakeUp(body: unknown): Checked<MakeUpCase> {
	const checked = check<Omit<MakeUpCase, 'devices'> & { devices?: MakeDevice[] }>(makeUpRequest, body);
	if (!checked.ok) return checked;
	const value: MakeUpCase = { ...checked.value, devices: checked.value.devices ?? [] };
	const faults = [...cableFaults(value.cables), ...deviceFaults(value)];
	return faults.length ? { ok: false, faults } : { ok: true, value };
}

const repeated = <T>(all: readonly T[]): number[] => all.flatMap((a, i) => (all.indexOf(a) < i ? [i] : []));
/** Nets of which a box can have one supply only. */
const ONE_SUPPLY: readonly Net[] = ['hot', 'hot-b', 'neutral', 'neutral-b'];
function cableFaults(cables: readonly MakeCable[]): FieldFault[] {
	const faults: FieldFault[] = repeated(cables.map((c) => c.id)).map((i) => ({
		path: `cables[${i}].id`,
		message: `must be given once, got "${cables[i]?.id}" again`
	}));
	const supplied = new Map<Net, string>();
	cables.forEach((c, i) => {
		for (const n of repeated(c.conductors.map((w) => w.color)))
			faults.push({
				path: `cables[${i}].conductors[${n}].color`,
				message: `must be given once in a cable, got "${c.conductors[n]?.color}" again`
			});
		if (c.toward !== 'supply') return;
		for (const { net } of c.conductors) {
			const other = supplied.get(net);
			if (other !== undefined && other !== c.id && ONE_SUPPLY.includes(net))
				faults.push({ path: `cables[${i}].toward`, message: `must not be another supply of ${net}: "${other}" is` });
			supplied.set(net, c.id);
		}
	});
	if (!cables.some((c) => c.toward === 'supply'))
		faults.push({ path: 'cables', message: 'must have one toward supply, got none' });
	return faults;
}

function deviceFaults({ cables, devices }: MakeUpCase): FieldFault[] {
	const faults: FieldFault[] = repeated(devices.map((d) => d.id)).map((i) => ({
		path: `devices[${i}].id`,
		message: `must be given once, got "${devices[i]?.id}" again`
	}));
	const loaded = new Map<string, string>();
	devices.forEach((d, i) => {
		const only = (field: 'halves' | 'ways' | 'leads' | 'protection', kinds: readonly string[]) => {
			if (d[field] !== undefined && !kinds.includes(d.kind) && d[field] !== 'none')
				faults.push({ path: `devices[${i}].${field}`, message: `is of ${kinds.join(', ')} only, got it of ${d.kind}` });
		};
		only('halves', ['receptacle']);
		only('protection', ['receptacle']);
		only('ways', ['switch']);
		only('leads', ['hard-wired']);
		if (d.kind === 'hard-wired' && !d.leads?.length)
			faults.push({ path: `devices[${i}].leads`, message: 'must name the leads of what is hard-wired, got none' });
		for (const n of repeated(d.leads ?? []))
			faults.push({ path: `devices[${i}].leads[${n}]`, message: `must be given once, got "${d.leads?.[n]}" again` });
		(d.load ?? []).forEach((id, n) => {
			const path = `devices[${i}].load[${n}]`;
			const on = cables.find((c) => c.id === id);
			if (!on) faults.push({ path, message: `must be a cable of the box, got "${id}"` });
			else if (on.toward === 'supply') faults.push({ path, message: `must not be the supply, got "${id}"` });
			else if (loaded.has(id))
				faults.push({ path, message: `must be on LOAD of one device, got "${id}" on "${loaded.get(id)}" too` });
			if ((d.protection ?? 'none') === 'none')
				faults.push({ path, message: `must be on a device that protects, got protection none` });
			loaded.set(id, d.id);
		});
	});
	return faults;
}

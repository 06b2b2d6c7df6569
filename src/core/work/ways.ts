import { formOf, NEMA, needsOfForm } from '../code/nema-forms';
import { applianceAt, type APPLIANCE_CALLS } from '../model/call-at';
import type { RuledJob } from '../code/ruled-job';
import { knownOr } from '../model/fact-words';
import type { Box, Circuit, Device } from '../model/job';
import { indexOf } from '../model/job-index';
import { gives } from '../model/protections';
import { needOf } from '../protection/need-of';
import type { WorkSheet } from '../model/kinds';
import type { Fix } from '../model/result';

/** A way to end a call at what is no 120 V receptacle: like for like, or the work that its sheet leads through. */
export interface Way {
	id: string;
	title: string;
	does: string;
	/** The steps of its Install; left out: those of its box. */
	sheet?: WorkSheet | undefined;
	fix: Fix;
}
type Appliance = (typeof APPLIANCE_CALLS)[number];
interface Row {
	id: string;
	title: string;
	does: string;
	sheet?: WorkSheet;
}
const again = (title: string, does: string, sheet?: WorkSheet): Row => ({ id: 'like', title, does, ...(sheet ? { sheet } : {}) });
const NAMEPLATE = 'Its nameplate against the circuit first: volts, watts or amps, largest breaker.';
/** What a call at an appliance may end with, the usual first. @source 422.31, 440.14, 250.140, 625.40 */
const APPLIANCES: Readonly<Record<Appliance, readonly Row[]>> = {
	'water-heater': [
		{ id: 'element', title: 'An element changed', does: 'Same watts, same volts, as the heater is listed.', sheet: 'element' },
		again('The heater changed, or wired again', NAMEPLATE, 'water-heater')
	],
	range: [again('The range connected', 'Cord or whip; strap by the wires that are there.', 'range')],
	dryer: [again('The dryer connected', 'Cord or whip; strap by the wires that are there.', 'dryer')],
	dishwasher: [again('The dishwasher connected', NAMEPLATE, 'disconnect')],
	disposer: [again('The disposer connected', NAMEPLATE, 'disconnect')],
	fan: [again('The fan changed', 'A box that is listed for a fan carries it; the old brace is looked at.')],
	furnace: [again('The furnace or air handler connected', NAMEPLATE, 'disconnect')],
	'air-conditioner': [again('Its disconnect or whip changed', NAMEPLATE, 'disconnect')],
	heat: [again('The heater connected', NAMEPLATE, 'disconnect')],
	pump: [again('The pump connected', NAMEPLATE, 'disconnect')],
	charger: [again('The charger connected', 'Its set amps: 125% for circuit and breaker.', 'ev')],
	appliance: [again('Connected again', NAMEPLATE, 'disconnect')]
};

/**
 * The ways of a box whose first device is no 120 V receptacle; none where there is no device. Where its place asks for GFCI now and
 * its breaker gives none, a face comes with a breaker that does.
 * @source 406.4(D)(3), 210.8(A)
 */
export function waysOf(ruled: RuledJob, box: Box): Way[] {
	const [device] = box.devices;
	if (!device || (device.receptacles > 0 && device.volts === 120)) return [];
	const like: Fix = {
		kind: 'edit-device',
		label: 'Use this',
		boxId: box.id,
		deviceId: device.id,
		change: { state: 'planned' }
	};
	const rows = rowsOf(device).map((row): Way => ({ ...row, fix: like }));
	const asked = gfciAsked(ruled, box, device);
	if (!asked) return rows;
	const { circuit, section } = asked;
	const breaker: Fix = {
		kind: 'protect-breaker',
		label: '',
		circuitId: circuit.id,
		protection: circuit.breaker === 'afci' ? 'dual' : 'gfci'
	};
	return rows.flatMap((row): Way[] => [
		{
			...row,
			id: 'gfci-breaker',
			title: `${row.title}, and a GFCI breaker`,
			does: `GFCI is required here now (${section}, 406.4(D)(3)): a ${circuit.poles === 2 ? 'two-pole ' : ''}GFCI breaker, listed for the panel.`,
			fix: { kind: 'several', label: 'Use this', fixes: [breaker, like] }
		},
		{ ...row, does: `${row.does} GFCI is required here now (${section}): only where something protects it already.` }
	]);
}
/** GFCI that its place asks for and its breaker does not give; null: none, or nothing is known of the place or the breaker. */
function gfciAsked(ruled: RuledJob, box: Box, device: Device): { circuit: Circuit; section: string } | null {
	const { rooms, boxes, circuitsOfBox } = indexOf(ruled.job);
	const known = boxes.get(box.id);
	const room = rooms.get(box.roomId ?? '');
	const [circuit] = circuitsOfBox.get(box.id) ?? [];
	const own = known?.devices.find((d) => d.id === device.id);
	if (!known || !room || !circuit || !own || !device.receptacles || gives(circuit.breaker, 'gfci')) return null;
	return knownOr(
		ruled.job,
		() => {
			const { gfci } = needOf(
				ruled,
				{ room, box: known, device: own, circuit },
				{ replacedAs: { groundInBox: true, method: 'gfci-here' } }
			);
			return gfci.required ? { circuit, section: gfci.because[0]?.section ?? '' } : null;
		},
		() => null
	);
}
function rowsOf(device: Device): readonly Row[] {
	const appliance = applianceAt(device);
	if (appliance) return APPLIANCES[appliance];
	if (device.receptacles > 0) return [again(like240(device), does240(device))];
	if (device.kind === 'switch')
		return [again('Like for like', 'The same kind and rating; each conductor where it was. A three-way by its common screw.')];
	return [again('Like for like', 'On the same box, if it carries it; insulation of the wires as hot as the fixture asks.')];
}
const like240 = (device: Device): string => {
	const form = formOf(device);
	return form ? `${form} again, like for like` : 'Like for like: read its form first';
};
function does240(device: Device): string {
	const form = formOf(device);
	if (!form) return 'Its form says volts, amps and contacts: read it off the face, and choose it in As found.';
	const row = NEMA[form];
	return row.onlyFound
		? `No ground: it may stay on its existing circuit only (250.140). New, moved or extended: four wires, a 14-${row.amps}.`
		: `${row.amps} A, ${needsOfForm(row)}; the breaker and the wire at ${row.amps} A.`;
}

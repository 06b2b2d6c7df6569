import type { RuledJob } from '../../code/ruled-job';
import { BreakerName } from '../../model/breaker-name';
import { HOT_TO_NEUTRAL_V } from '../../units/volts';
import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { Circuit, CircuitLoad, Job } from '../../model/known';
import { indexOf } from '../../model/job-index';
import type { LoadKind, Serves } from '../../model/kinds';
import type { Finding } from '../../model/result';
import { GENERIC_APPLIANCES } from '../generic-appliances';
import type { Run } from '../../run/runs';

/** An appliance wired by guess: its circuit says nothing of the nameplate, or says what cannot be. @source 110.3(B), 440.4, 422 */
export function nameplateFindings(edition: Edition, job: Job, run: Run): Finding[] {
	const { circuit } = run;
	return [
		...noNameplate(edition, job, run),
		...(circuit.load
			? [
					...lacking({ edition, job }, circuit, circuit.load),
					...misread({ edition, job }, circuit, circuit.load),
					...wrongVolts({ edition, job }, circuit, circuit.load)
				]
			: [])
	];
}

/** A circuit of one appliance that has no nameplate yet. */
function noNameplate(edition: Edition, job: Job, run: Run): Finding[] {
	const { circuit } = run;
	if (circuit.load || circuit.kind !== 'individual') return [];
	const box = indexOf(job).boxes.get(run.nodes[0]?.boxId ?? '');
	const device = box?.devices.find((d) => d.kind !== 'switch');
	if (!box || !device) return [];
	const guess = loadOfOutlet(device);
	return [
		{
			code: 'nameplate',
			id: `nameplate:${circuit.id}`,
			severity: circuit.state === 'found' ? 'advice' : 'caution',
			rule: cite(edition, edition.circuits.nameplate),
			circuitId: circuit.id,
			subject: { kind: 'circuit', id: circuit.id },
			message: `${BreakerName(job, circuit)} feeds one appliance, ${device.name || device.serves || box.name}, and its nameplate is not entered: breaker and wire are a guess. Read it and enter it in the slip.`,
			fix: guess && {
				kind: 'set-load',
				label: `Start with ${guess.watts} W, ${guess.volts} V`,
				circuitId: circuit.id,
				load: guess
			}
		}
	];
}
const KIND_OF: Partial<Record<Serves, LoadKind>> = {
	range: 'range',
	'wall-oven': 'wall-oven',
	cooktop: 'cooktop',
	dryer: 'dryer',
	ev: 'ev'
};
/** What an outlet says of its appliance: its own watts, else a generic nameplate of the kind. Null: nothing to begin with. */
export function loadOfOutlet(device: {
	name: string;
	serves: Serves | null;
	watts: number;
	volts: 120 | 240;
}): CircuitLoad | undefined {
	const name = device.name || (device.serves ?? '').replaceAll('-', ' ');
	const generic = GENERIC_APPLIANCES.find(
		(a) => name.length > 2 && (name.includes(a.name) || a.name.includes(name)) && a.load.volts === device.volts
	);
	const kind =
		(device.serves && KIND_OF[device.serves]) ?? generic?.load.kind ?? (device.volts === 240 ? 'fixed-heat' : 'general');
	const watts = device.watts || generic?.load.watts;
	if (!watts) return undefined;
	// What the outlet says of its watts stands; amps of a generic nameplate would contradict it.
	const rest = device.watts && kind !== 'hvac' ? {} : generic?.load;
	return {
		amps: null,
		mca: null,
		mocp: null,
		continuous: kind === 'fixed-heat' || kind === 'ev',
		...(generic?.load.counts ? { counts: generic.load.counts } : {}),
		...rest,
		kind,
		name,
		watts,
		volts: device.volts
	};
}

/** Figures that this kind of load is sized by and that the nameplate as entered does not give. */
function lacking({ edition, job }: RuledJob, circuit: Circuit, load: CircuitLoad): Finding[] {
	const rule = edition.loads[load.kind];
	const missing = rule.nameplate
		? [load.mca === null && 'minimum circuit ampacity', load.mocp === null && 'maximum overcurrent device'].filter(Boolean)
		: load.watts === null && load.amps === null && !load.elements?.length
			? ['watts or amps']
			: [];
	if (!missing.length) return [];
	return [
		{
			code: 'nameplate',
			id: `nameplate:${circuit.id}`,
			severity: circuit.state === 'found' ? 'advice' : 'caution',
			rule: cite(edition, rule.rule),
			circuitId: circuit.id,
			subject: { kind: 'circuit', id: circuit.id },
			message: `${BreakerName(job, circuit)}: the nameplate of ${load.name || 'its appliance'} shows no ${missing.join(' and no ')} yet: its sizing is a guess.`
		}
	];
}

/** A maximum overcurrent device under the minimum circuit ampacity: one of the two was misread. @source 440.4, 110.3(B) */
function misread({ edition, job }: RuledJob, circuit: Circuit, { kind, mca, mocp, name }: CircuitLoad): Finding[] {
	const rule = edition.loads[kind];
	if (!rule.nameplate || mca === null || mocp === null || mocp >= mca) return [];
	return [
		{
			code: 'misread',
			id: `misread:${circuit.id}`,
			severity: 'caution',
			rule: cite(edition, rule.rule),
			circuitId: circuit.id,
			subject: { kind: 'circuit', id: circuit.id },
			message: `${BreakerName(job, circuit)}: the nameplate of ${name || 'its appliance'} is entered with a maximum overcurrent device of ${mocp} A below its minimum circuit ampacity of ${mca} A: read it again.`,
			have: mocp,
			need: mca,
			unit: 'A'
		}
	];
}

/** A load of 240 V on one pole, or the other way about: its drop would be figured at the wrong voltage. */
function wrongVolts({ edition, job }: RuledJob, circuit: Circuit, load: CircuitLoad): Finding[] {
	if (load.volts === HOT_TO_NEUTRAL_V * circuit.poles || (circuit.poles === 2 && load.volts === 120)) {
		return [];
	}
	return [
		{
			code: 'volts',
			id: `volts:${circuit.id}`,
			severity: circuit.state === 'found' ? 'caution' : 'violation',
			rule: cite(edition, edition.circuits.volts),
			circuitId: circuit.id,
			subject: { kind: 'circuit', id: circuit.id },
			message: `${BreakerName(job, circuit)}: one pole is 120 V; ${load.name || 'its load'} is entered with ${load.volts} V, and its amps would come out half and its drop a quarter.`,
			have: HOT_TO_NEUTRAL_V * circuit.poles,
			need: load.volts,
			unit: 'V',
			// With more amps than its breaker it would only be wrong another way.
			fix:
				load.volts === 120 || (load.amps ?? (load.watts ?? 0) / HOT_TO_NEUTRAL_V) > circuit.breakerA
					? undefined
					: {
							kind: 'set-load',
							label: 'Figure it at 120 V',
							circuitId: circuit.id,
							load: { ...load, volts: 120, ratedVolts: undefined }
						}
		}
	];
}

import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { CircuitLoad } from '../../model/known';
import type { LoadKind } from '../../model/kinds';
import type { Step } from '../../model/result';
import { atMost, show } from '../../units/quantity';

export interface LoadCase {
	kind: LoadKind;
	watts?: number | undefined;
	amps?: number | undefined;
	volts: number;
	continuous?: boolean | undefined;
	mca?: number | undefined;
	mocp?: number | undefined;
	/** How the watts came from the nameplate. */
	before?: readonly Step[] | undefined;
	/** What the amps are; left out: the nameplate's. */
	named?: Pick<Step, 'label' | 'formula' | 'rule'> | undefined;
}
interface LoadResult {
	/** As it runs, A. */
	loadA: number;
	/** With 125 % where continuous; an MCA as marked, A. */
	designA: number;
	steps: Step[];
}

/**
 * The amps of a branch circuit's load, as it runs and as the circuit must carry it.
 * @source 210.19, 210.20(A), 220.54, 220.55, 422.13, 424.4, 440.4, 625.42
 * @example 5500 W storage water heater at 240 V -> 22.92 A, design 28.65 A
 */
export function loadOf(edition: Edition, load: LoadCase): LoadResult {
	const kind = edition.loads[load.kind];
	const rule = cite(edition, kind.rule);
	if (kind.nameplate) {
		const mca = load.mca ?? 0;
		return {
			loadA: mca,
			designA: mca,
			steps: [{ label: 'nameplate minimum circuit ampacity', formula: 'MCA', value: mca, unit: 'A', rule }]
		};
	}
	const steps: Step[] = [...(load.before ?? [])];
	const loadA = runningAmps(edition, load, steps);
	const factor = (kind.continuous === 'asked' ? load.continuous : kind.continuous) ? edition.continuous.factor : 1;
	const designA = loadA * factor;
	if (factor !== 1) {
		const why = kind.continuous === 'asked' ? edition.continuous.rule : kind.rule;
		steps.push({ label: 'runs 3 h or more', formula: `x ${factor}`, value: designA, unit: 'A', rule: cite(edition, why) });
	}
	return { loadA, designA, steps };
}

function runningAmps(edition: Edition, load: LoadCase, steps: Step[]): number {
	const kind = edition.loads[load.kind];
	const rule = cite(edition, kind.rule);
	if (load.watts === undefined) {
		const amps = load.amps ?? 0;
		const least = (kind.leastWatts ?? 0) / load.volts;
		const asRun = kind.rangeTable ? rangeWatts(edition, amps * load.volts) / load.volts : Math.max(amps, least);
		steps.push({ label: 'nameplate amps', formula: '', rule, ...load.named, value: amps, unit: 'A' });
		if (asRun !== amps)
			steps.push({
				label: 'figured for the circuit',
				formula: kind.rangeTable ? 'table demand' : `at least ${kind.leastWatts} VA`,
				value: asRun,
				unit: 'A',
				rule
			});
		return asRun;
	}
	const watts = kind.rangeTable ? rangeWatts(edition, load.watts) : Math.max(load.watts, kind.leastWatts ?? 0);
	steps.push({ label: 'nameplate', formula: '', value: load.watts, unit: 'W' });
	if (watts !== load.watts) {
		steps.push({
			label: 'figured for the circuit',
			formula: kind.rangeTable ? 'table demand' : `at least ${kind.leastWatts} VA`,
			value: watts,
			unit: 'VA',
			rule
		});
	}
	const amps = watts / load.volts;
	steps.push({ label: 'running load', formula: `${show(watts)} / ${load.volts} V`, value: amps, unit: 'A', rule });
	return amps;
}

/** Demand of one household range. @returns VA @source Table 220.55 with note 1 @example 14000 -> 8800 */
export function rangeWatts({ range }: Pick<Edition, 'range'>, watts: number): number {
	const kw = watts / 1000;
	const small = range.small.find((s) => atMost(kw, s.upToKw));
	if (small) return watts * small.share;
	const over = kw - range.upToKw;
	// "Each kW or major fraction": half a kW and more counts as one.
	const steps = over <= 0 ? 0 : Math.floor(over) + (over - Math.floor(over) >= 0.5 ? 1 : 0);
	return range.demandKw * 1000 * (1 + range.perKw * steps);
}

/** A range so large needs a circuit of at least `leastA`, whatever its demand. */
export const leastRangeCircuit = ({ range }: Pick<Edition, 'range'>, load: LoadCase): number =>
	load.kind === 'range' && atMost(range.leastAFromKw * 1000, load.watts ?? (load.amps ?? 0) * load.volts) ? range.leastA : 0;

/**
 * Watts that are connected at once, at the circuit's own voltage: elements that never run together do not add, and at
 * another voltage than the nameplate's the watts go with its square.
 * @returns watts null where the nameplate gives none  @source 422.11, 422.13
 * @example two elements of 4500 W, not together, marked for 240 V, on 208 V -> 3380 W
 */
export function connectedWatts(load: Pick<CircuitLoad, 'watts' | 'elements' | 'together' | 'ratedVolts' | 'volts'>): {
	watts: number | null;
	steps: Step[];
} {
	const steps: Step[] = [];
	let { watts } = load;
	if (load.elements?.length) {
		const list = load.elements.join(load.together ? ' + ' : ' or ');
		watts = load.together ? load.elements.reduce((sum, w) => sum + w, 0) : Math.max(...load.elements);
		steps.push({
			label: load.together ? 'elements together' : 'elements, one at a time',
			formula: list,
			value: watts,
			unit: 'W'
		});
	}
	if (watts !== null && load.ratedVolts !== undefined && load.ratedVolts !== load.volts) {
		const formula = `${show(watts)} W x (${load.volts} / ${load.ratedVolts})^2`;
		watts *= (load.volts / load.ratedVolts) ** 2;
		steps.push({ label: `at ${load.volts} V, not the ${load.ratedVolts} V of its nameplate`, formula, value: watts, unit: 'W' });
	}
	return { watts, steps };
}

/** A circuit's own load as a case: what the job holds as null is not given. */
export function asLoadCase(load: CircuitLoad): LoadCase {
	const { watts, steps } = connectedWatts(load);
	return {
		kind: load.kind,
		volts: load.volts,
		continuous: load.continuous,
		watts: watts ?? undefined,
		amps: load.amps ?? undefined,
		mca: load.mca ?? undefined,
		mocp: load.mocp ?? undefined,
		before: steps
	};
}

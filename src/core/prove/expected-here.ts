import type { RuledJob } from '../code/ruled-job';
import { houseAt } from '../instruments/job-instrument';
import { lampWords, readLamps, type LampPattern } from '../instruments/meter';
import { ifKnown, type Box, type Circuit, type Reading } from '../model/known';
import type { FigureKind } from '../model/reading';
import { HOT_TO_NEUTRAL_V } from '../units/volts';
import { predict, predictedFor, type Predicted } from './predict';

/** What a sound run reads at a place, for the form in which readings are typed. */
interface ExpectedHere {
	prediction: Predicted;
	/** The figure of one kind of reading; null where it cannot be told. @param loaded read with the load on */
	figure: (kind: FigureKind, loaded: boolean) => number | null;
	/** What three lamps show; null where there is no 120 V outlet, or it cannot be told. */
	lamps: ReturnType<typeof lampWords> | null;
}

/** @param box null: the supply itself is read, at a panel's bars @param loadA the load that readings are taken with, A */
export function expectedHere(
	ruled: RuledJob,
	{ box, circuit }: { box: Box | null; circuit: Circuit | undefined },
	{ loadA, half }: { loadA: number; half: NonNullable<Reading['half']> }
): ExpectedHere {
	const prediction: Predicted =
		circuit && box
			? predict(ruled, { circuit, boxId: box.id }, { loadA })
			: { known: false, why: box ? 'its circuit is not known' : 'this reads the supply itself' };
	return {
		prediction,
		figure: (kind, loaded) =>
			kind === 'amps' || kind === 'amps2'
				? drawnAt(box)
				: prediction.known
					? ifKnown(() => predictedFor({ kind, loadA: kind === 'drop' || loaded ? loadA : null }, prediction.value))
					: null,
		lamps: box ? ifKnown(() => lampsAt(ruled, box, half)) : null
	};
}
/** What the one hard-wired thing at a box draws when it runs, A; null: no nameplate, or several. */
function drawnAt(box: Box | null): number | null {
	const [wired, ...more] = box?.devices.filter((d) => d.kind === 'hard-wired') ?? [];
	return wired?.watts && !more.length ? wired.watts / wired.volts : null;
}
function lampsAt(ruled: RuledJob, box: Box, half: NonNullable<Reading['half']>): ExpectedHere['lamps'] {
	const found = houseAt(ruled, { boxId: box.id, faults: [], half });
	if (!found.ok || found.house.outlet.ratedVolts !== HOT_TO_NEUTRAL_V) return null;
	const { built, outlet } = found.house;
	const pattern: LampPattern = readLamps(built, built.contacts(outlet.id));
	return lampWords(pattern);
}

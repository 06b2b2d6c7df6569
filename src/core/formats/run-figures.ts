import { ifKnown } from '../model/known';
import { withUnit, show } from '../units/quantity';
import type { RuledJob } from '../code/ruled-job';
import { dropAt } from '../circuits/size/drop';
import type { Run } from '../run/runs';
import type { PlaceClaims, PlaceLevel } from '../claims/claims-of';
import type { BoxProof } from '../prove/assess-prove';
import { predict } from '../prove/predict';

/** What stands under a box of the run strip: what the run loses there, and what was read. */
export interface RunFigure {
	expected: string;
	measured: string;
	level: PlaceLevel | undefined;
}

/**
 * The figures of a run, box by box.
 * @param as `design`: drop at the design load, 75 °C; `proved`: what the test load should show, 25 °C
 */
export function runFigures(
	{ edition, job }: RuledJob,
	run: Run,
	{
		proofs,
		places,
		as
	}: { proofs: ReadonlyMap<string, BoxProof>; places: ReadonlyMap<string, PlaceClaims>; as: 'design' | 'proved' }
): ReadonlyMap<string, RunFigure> {
	const expectedAt = {
		design: (node: Run['nodes'][number]) => dropAt({ edition, job }, run, node)?.percent ?? null,
		proved: ({ boxId }: Run['nodes'][number]) => {
			const p = predict({ edition, job }, { circuit: run.circuit, boxId });
			return p.known ? p.value.dropPercent : null;
		}
	}[as];
	return new Map(
		run.nodes.map((node) => {
			const proof = proofs.get(node.boxId);
			const read = proof?.latest.drop ?? proof?.latest.hn;
			const percent = ifKnown(() => expectedAt(node));
			return [
				node.boxId,
				{
					expected: percent === null ? '?' : `${show(percent, 1)}%`,
					measured: read ? withUnit(show(read.reading.value ?? 0, 1), proof?.latest.drop ? '%' : 'V') : '',
					level: proof && places.get(node.boxId)?.level
				}
			];
		})
	);
}

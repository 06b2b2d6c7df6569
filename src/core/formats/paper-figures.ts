import { permitWords } from '../handover/permit-words';
import { BreakerName, spaceNumber } from '../model/breaker-name';
import { allLabels, labelSheets, readyLabels } from '../handover/labels';
import type { Figure } from '../handover/blocks';
import type { PaperCase } from '../handover/paper';
import { makeUp } from '../makeup/box/make-up';
import { boxCase } from '../makeup/box/of-job';
import { deviceWords } from '../makeup/set/set-of-job';
import { DEFAULT_MAKE_UP } from '../model/practice';
import { indexOf } from '../model/job-index';
import { runOf } from '../run/runs';
import { drawBox } from './box-drawing';
import { boxSvg } from './box-svg';
import { drawPlan } from './plan-drawing';
import { planSvg } from './plan-svg';
import { drawRun } from './run-drawing';
import { runSvg } from './run-svg';

/** A figure of a paper as SVG; null: there is nothing to draw. Names in it are text. */
export function figureSvg({ ruled, told, readings, events }: PaperCase, figure: Figure): string | null {
	switch (figure.kind) {
		case 'plan':
			return planSvg(
				drawPlan(ruled.edition, told, figure.story),
				{
					name: told.name,
					sub: `NEC ${told.edition}, ${permitWords(told)}, story ${figure.story}`
				},
				circuitWords(told)
			);
		case 'run': {
			const circuit = told.circuits.find((c) => c.id === figure.circuitId);
			if (!circuit) return null;
			const run = runOf(told, circuit);
			return run.nodes.length ? runSvg(drawRun(told, run), BreakerName(told, circuit)) : null;
		}
		case 'make-up': {
			const box = indexOf(ruled.job).boxes.get(figure.boxId);
			const of = box && boxCase(ruled, box);
			if (!box || !of?.known) return null;
			const devices = new Map(box.devices.map((d) => [d.id, deviceWords(d)]));
			const { lineAt } = told.practice.makeUp ?? DEFAULT_MAKE_UP;
			return boxSvg(drawBox(of.case, makeUp(of.case), { cables: of.names, devices, lineAt }), box.name);
		}
		default:
			return labelSheets(readyLabels(allLabels(ruled.edition, ruled.job, { readings, events })))[figure.page] ?? null;
	}
}

/** The spaces that feed each box, as a plan says them. @example '7' */
const circuitWords = (job: PaperCase['told']): ReadonlyMap<string, string> =>
	new Map([...indexOf(job).circuitsOfBox].map(([id, all]) => [id, all.map((c) => spaceNumber(c) || c.name).join(', ')]));

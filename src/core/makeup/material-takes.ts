import type { RuledJob } from '../code/ruled-job';
import { materialsOf, type Materials, type TakesOfBox } from '../rough/materials';
import { makeUp } from './box/make-up';
import { boxCase } from './box/of-job';
import { takesOf } from './box/takes';

/** Connectors and pigtails of each box, by its make-up. */
const takesIn =
	(ruled: RuledJob): TakesOfBox =>
	(box) => {
		const of = boxCase(ruled, box);
		return of.known ? { ...takesOf(of.case, makeUp(of.case)), metal: of.case.box.material === 'metal' } : null;
	};
/** The one list to buy from, connectors by the make-up of each box. */
export const materialList = (ruled: RuledJob): Materials => materialsOf(ruled, takesIn(ruled));

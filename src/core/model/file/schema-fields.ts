import { must, named, figure, oneOf } from './fields';
import { array } from 'yup';
import { STATES } from '../kinds';

/** Fields that every part of the job file is made of. */

/** The id of a row. */
export const id = () => must(named(64));
/** Names as a form's field and a file hold them to the same bounds. */
export const NAMES = { job: named(80), box: named(60), room: named(60), circuit: named(80) };
/** A length of the drawing, in. */
export const inches = (min = -100_000, max = 100_000) => figure(min, max);
/** A point of the plan, in. */
export const pointSchema = () =>
	must(array().of(must(inches())).strict(true).typeError('must be a point [x, y]').length(2, 'must be a point [x, y]')).meta({
		tuple: 2
	});
/** Found, planned or built. */
export const state = () => must(oneOf(STATES));

/** A point of a drawn stroke, in the pixels of its field. */
export const strokePoint = () =>
	must(
		array()
			.of(must(figure(-2000, 4000)))
			.strict(true)
			.typeError('must be a point [x, y]')
			.length(2, 'must be a point [x, y]')
	).meta({
		json: { type: 'array', items: { type: 'number' }, minItems: 2, maxItems: 2 }
	});

import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { editionOf, FIGURES } from '../../src/core/code/amended-edition';
import { inForce } from '../../src/core/code/amendments';
import { editions } from '../../src/core/code/editions';
import { quillback } from '../../src/core/demo/quillback';
import type { Amendment, Job } from '../../src/core/model/known';
import { headOf } from '../../src/core/handover/paper';
import { AMENDABLE_FIGURES, EDITIONS } from '../../src/core/model/kinds';

const { job: demo } = quillback();
const amend = (more: Partial<Amendment>): Job => ({
	...demo,
	amendments: [{ id: 'a', section: '', change: 'off', reference: 'Bulletin 7', ...more }]
});
const need = (j: Job, name: string) => {
	const id = j.boxes.find((b) => b.name === name)?.devices[0]?.id ?? '';
	return assess(j).stages.protect.decisions.find((d) => d.id === `protect:${id}`);
};

test('a delayed rule is off for permits before its day, and asked for from that day on', () => {
	const heatPump = (permitDate: string) => {
		const j = { ...amend({ section: '210.8(F)', until: '2027-01-01' }), permitDate };
		return [inForce(j).length, need(j, 'HP-01')?.value];
	};
	assert.deepEqual(heatPump('2026-12-31'), [1, 'No GFCI, no AFCI']);
	assert.deepEqual(heatPump('2027-01-01'), [0, 'GFCI']);
});
test('where nobody entered the permit date, no day is taken for it: the stricter holds, and both rules that ask for it say so', () => {
	const delayed: Job = { ...amend({ section: '210.8(F)', until: '2027-01-01' }), permitDate: null };
	assert.deepEqual([inForce(delayed).length, need(delayed, 'HP-01')?.value], [0, 'GFCI'], 'the delay holds nothing back');
	const says = (j: Job) => assess(j).stages.protect.findings.flatMap((f) => (f.code === 'permit-day' ? [f.message] : []));
	assert.deepEqual(says(delayed), [
		'210.8(F) is delayed here for permits before 2027-01-01 (Bulletin 7), and the permit date is not entered: it is judged as in force.'
	]);
	assert.deepEqual(says({ ...delayed, permitDate: '2026-10-12' }), [], 'with the date there is nothing to ask');
	// The edition's own dated exception, for heating and cooling equipment.
	const pump = (permitDate: string | null) => {
		const row = need({ ...demo, amendments: [], permitDate }, 'HP-01');
		return [row?.value, row?.steps.some((s) => String(s.formula).includes('that date is not entered'))];
	};
	assert.deepEqual(pump('2026-08-31'), ['No GFCI, no AFCI', false]);
	assert.deepEqual(pump('2026-09-01'), ['GFCI', false]);
	assert.deepEqual(pump(null), ['GFCI', true]);
	assert.match(headOf({ ...demo, permitDate: null }), /permit date not entered\.$/);
});
test('a figure changed moves what rests on it, and every citation of it says so', () => {
	// K-11 is 3.8 ft from the sink; in 2020 only that asks for its GFCI.
	const at = (value: number) =>
		need({ ...amend({ section: '210.8(A)(7)', change: 'figure', figure: 'sink-distance', value }), edition: '2020' }, 'K-11');
	assert.match(at(6)?.value ?? '', /GFCI/);
	assert.match(at(4)?.value ?? '', /GFCI/);
	assert.doesNotMatch(at(3)?.value ?? '', /GFCI/);
	assert.ok(at(4)?.rules.some((r) => r.title.includes('here 4 ft: Bulletin 7')));
});
test('a shorter reach along walls leaves more rooms short of receptacles', () => {
	const missing = (value?: number) =>
		assess(
			value ? amend({ section: '210.52(A)(1)', change: 'figure', figure: 'wall-reach', value }) : demo
		).stages.layout.findings.filter((f) => f.rule.section === '210.52(A)').length;
	assert.ok(missing() > 0);
	assert.ok(missing(36) > missing() && missing(144) <= missing());
});
for (const key of EDITIONS)
	for (const figure of AMENDABLE_FIGURES)
		test(`${key}: ${figure} is read from the book, changed by an amendment, and the book stays as it is`, () => {
			const { get, least, most, section } = FIGURES[figure];
			const book = editions[key];
			assert.ok(get(book) >= least && get(book) <= most && section(book).length > 3);
			const value = (least + most) / 2;
			const changed = editionOf({
				edition: key,
				amendments: [{ id: 'a', section: section(book), change: 'figure', figure, value, reference: 'x' }]
			});
			assert.equal(get(changed), value);
			assert.notEqual(get(book), value);
			assert.equal(editionOf({ edition: key, amendments: [] }), book);
		});

import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { asRead } from '../../src/core/instruments/noise';
import { seeded } from '../../src/core/units/random';
import { LineCutter, linesOf, readLine } from '../../src/core/instruments/protocol';
import { runs } from './few';

const read: [line: string, says: object | null][] = [
	['V 121.4', { line: 'reading', kind: 'hn', value: 121.4, loadA: null }],
	['  hn 119.8  ', { line: 'reading', kind: 'hn', value: 119.8, loadA: null }],
	['DROP 4.8 12', { line: 'reading', kind: 'drop', value: 4.8, loadA: 12 }],
	['OHM-N 0.15', { line: 'reading', kind: 'ohm-neutral', value: 0.15, loadA: null }],
	['LAMPS on ON off', { line: 'reading', kind: 'lamps', lamps: 'on on off' }],
	['BOOTLEG cannot-tell', { line: 'reading', kind: 'bootleg', word: 'cannot-tell' }],
	['MS 24', { line: 'reading', kind: 'gfci-ms', value: 24, loadA: null }],
	['HEKTO 1 plug-in analyzer', { line: 'greeting', name: 'plug-in analyzer' }],
	['END', { line: 'end' }],
	['', null],
	['; a remark', null]
];
for (const [line, says] of read) test(`"${line}" is read`, () => assert.deepEqual(readLine(line), says));

const nonsense: [line: string, why: RegExp][] = [
	['V', /followed by a number/],
	['V 12o.4', /followed by a number/],
	['V 1e3', /followed by a number/],
	['V -5', /0 to 600/],
	['V 9999', /0 to 600/],
	['DROP 4.8 -12', /amps/],
	['V 121 12 3', /two figures/],
	['LAMPS on off', /three of/],
	['LAMPS on on bright', /three of/],
	['BOOTLEG maybe', /yes, no/],
	['HEKTO 2', /another version/],
	['constructor 1', /no such word/],
	['\u0000\u0001\u0002', /no such word/],
	['V '.padEnd(300, '1'), /longer than/]
];
const MOST: [word: string, most: number][] = [
	['V', 600],
	['HN', 600],
	['HG', 600],
	['NG', 600],
	['HH', 600],
	['H2N', 600],
	['H2G', 600],
	['DROP', 100],
	['OHM-H', 1_000_000],
	['OHM-N', 1_000_000],
	['OHM-G', 1_000_000],
	['MA', 1000],
	['MS', 10_000],
	['A', 400],
	['TOUCH', 1000]
];
for (const [word, most] of MOST)
	test(`${word} is 0 to ${most}`, () => {
		const kinds = [`${word} 0`, `${word} ${most}`, `${word} ${most}.1`].map((line) => readLine(line)?.line);
		assert.deepEqual(kinds, ['reading', 'reading', 'nonsense']);
	});
test('a word that is none is said back, its first twenty letters', () => {
	const said = readLine('BRIGHTNESS-OF-THE-LAMP 3');
	assert.equal(said?.line === 'nonsense' && said.why, 'no such word: BRIGHTNESS-OF-THE-LA');
});
for (const [line, why] of nonsense) {
	test(`"${line.slice(0, 20)}" is told as nonsense, with the reason`, () => {
		const said = readLine(line);
		assert.ok(said?.line === 'nonsense' && why.test(said.why), JSON.stringify(said));
	});
}
test('whatever comes, nothing is thrown; pieces join into the same lines wherever they were cut', () => {
	fc.assert(
		fc.property(fc.string(), (text) => void readLine(text)),
		{ seed: 7, numRuns: runs(300) }
	);
	const whole = 'V 121.4\r\nDROP 4.8 12\nLAMPS on on off\n';
	fc.assert(
		fc.property(fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1 }), (cuts) => {
			const cutter = new LineCutter();
			const lines: string[] = [];
			let at = 0;
			for (let i = 0; at < whole.length; i++) {
				const next = at + (cuts[i % cuts.length] ?? 1);
				lines.push(...cutter.take(whole.slice(at, next)));
				at = next;
			}
			assert.deepEqual(lines.filter(Boolean), ['V 121.4', 'DROP 4.8 12', 'LAMPS on on off']);
		}),
		{ seed: 8, numRuns: runs(60) }
	);
	const endless = new LineCutter();
	for (let i = 0; i < 1000; i++) assert.deepEqual(endless.take('9'.repeat(1000)), []);
	assert.deepEqual(endless.take('\n'), ['9'.repeat(4 * 120)]);
});
test('what the simulator says is what a reader reads back', () => {
	const lines = linesOf({
		box: 'b',
		instrument: 'analyzer',
		volts: 119.8,
		loadedVolts: 116.9,
		dropPercent: 2.4,
		hotOhms: 0.12,
		neutralOhms: 0.09,
		groundOhms: null,
		bootleg: 'no',
		loadA: 12
	});
	assert.deepEqual(lines, ['V 119.8', 'DROP 2.4 12', 'OHM-H 0.12', 'OHM-N 0.09', 'BOOTLEG no']);
	assert.ok(lines.every((l) => readLine(l)?.line === 'reading'));
});
test('noise: the mean stays, the last digit is the instrument’s, the same seed reads the same, none is exact to the digit', () => {
	const exact = { box: 'b', instrument: 'voltmeter' as const, hn: 119.83, hg: 119.9, ng: 0.077 };
	const random = seeded(42);
	const all = Array.from({ length: 2000 }, () => asRead(exact, 0.005, random).hn ?? 0);
	const mean = all.reduce((a, b) => a + b, 0) / all.length;
	assert.ok(Math.abs(mean - 119.83) < 0.1, `${mean}`);
	assert.ok(all.every((v) => Math.abs(v * 10 - Math.round(v * 10)) < 1e-6));
	assert.deepEqual(asRead(exact, 0.005, seeded(3)), asRead(exact, 0.005, seeded(3)));
	assert.deepEqual(asRead(exact, 0, seeded(3)), { ...exact, hn: 119.8, ng: 0.08 });
});
test('each figure is shown to its own digit: volts, percent and milliamps to a tenth, ohms and neutral to ground to a hundredth', () => {
	const all = (figure: number) => ({
		...{ hn: figure, hg: figure, hh: figure, h2n: figure, h2g: figure, volts: figure, loadedVolts: figure },
		...{ dropPercent: figure, milliamps: figure, ng: figure, hotOhms: figure, neutralOhms: figure, groundOhms: figure }
	});
	assert.deepEqual(linesOf({ box: 'b', instrument: 'touch', milliamps: 1.237 } as never), ['TOUCH 1.2']);
	const shown = asRead({ box: 'b', instrument: 'analyzer', ...all(1.237) } as never, 0, seeded(3));
	assert.deepEqual(shown, {
		...{ box: 'b', instrument: 'analyzer', ...all(1.2) },
		...{ ng: 1.24, hotOhms: 1.24, neutralOhms: 1.24, groundOhms: 1.24 }
	});
});

import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { formatLength, parseLength } from '../../src/core/units/length';
import { round, show } from '../../src/core/units/quantity';

const typed: [string, number | null, string][] = [
	["12'6", 150, 'feet mark, bare inches'],
	['12-6', 150, 'dash'],
	['12 6 1/2', 150.5, 'spaces and a fraction'],
	[`12' 6 1/2"`, 150.5, 'as Hekto writes it'],
	['150"', 150, 'inches marked'],
	['150', 150, 'a bare number is inches'],
	["12.5'", 150, 'decimal feet'],
	['6 1/2', 6.5, 'inches with a fraction, not feet'],
	['1/2"', 0.5, 'a fraction alone'],
	["12'", 144, 'feet alone'],
	['12 ft 6 in', 150, 'words'],
	['12’6”', 150, 'typographic marks'],
	["0'", 0, 'nothing'],
	['', null, 'empty'],
	['twelve', null, 'no length'],
	['12/0', null, 'no such fraction'],
	["-4'", null, 'below nothing']
];
for (const [text, inches, why] of typed) {
	test(`parseLength ${JSON.stringify(text)} -> ${inches} (${why})`, () => assert.equal(parseLength(text), inches));
}

const written: [number, string][] = [
	[150.5, `12' 6 1/2"`],
	[150, `12' 6"`],
	[11.9375, `11 15/16"`],
	[144, `12' 0"`],
	[0, `0"`],
	[0.5, `1/2"`],
	[-6, `-6"`],
	[11.99, `1' 0"`]
];
for (const [inches, text] of written) test(`formatLength ${inches} -> ${text}`, () => assert.equal(formatLength(inches), text));

test('what is written reads back, to the sixteenth', () => {
	fc.assert(
		fc.property(fc.integer({ min: 0, max: 200_000 }), (sixteenths) => {
			assert.equal(parseLength(formatLength(sixteenths / 16)), sixteenths / 16);
		})
	);
});
test('a fuzzed text never throws and never gives less than nothing', () => {
	fc.assert(fc.property(fc.string({ maxLength: 20 }), (text) => (parseLength(text) ?? 0) >= 0));
});
test('rounding is for showing', () => {
	assert.equal(round(28.645833, 2), 28.65);
	assert.equal(round(1.005, 2), 1.01);
	assert.equal(show(22.9166), '22.92');
	assert.equal(show(30), '30');
});

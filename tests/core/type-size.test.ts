import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import test from 'node:test';

/** Below this the dot of a semi-bold "i" runs into its stem on a screen of single pixels. */
const LEAST_PX = 14.5;
const files = ['src/app.css', ...readdirSync('src', { recursive: true, encoding: 'utf8' }).map((f) => `src/${f}`)].filter((f) =>
	/\.(css|svelte)$/.test(f)
);
/** Rules of a style whose text is semi-bold in the text face, smaller than it may be. */
const tooSmall = (css: string): string[] =>
	[...css.matchAll(/([^{}\n]+)\{([^{}]*)\}/g)].flatMap(([, name = '', body = '']) => {
		const flat = body.replace(/\s+/g, ' ');
		const short = /\b[67]00 ([\d.]+)px 'Barlow',/.exec(flat);
		const size =
			short ?? (/font-weight: [67]00/.test(flat) && !/Condensed|Plex/.test(flat) ? /font-size: ([\d.]+)px/.exec(flat) : null);
		return size && Number(size[1]) < LEAST_PX ? [`${name.trim()}: ${size[1]} px`] : [];
	});

test('semi-bold text is large enough for the dot of an i', () => {
	assert.deepEqual(tooSmall('.a { font-weight: 600; font-size: 14px; }'), ['.a: 14 px']);
	assert.deepEqual(tooSmall(".b { font: 600 14px 'Barlow', sans-serif; }"), ['.b: 14 px']);
	assert.deepEqual(
		tooSmall(".c { font-weight: 600; font-size: 14.5px; } .d { font: 600 12px 'Barlow Condensed', sans-serif; }"),
		[]
	);
	for (const file of new Set(files)) assert.deepEqual(tooSmall(readFileSync(file, 'utf8')), [], file);
});

import assert from 'node:assert/strict';
import test from 'node:test';
import { textsOf } from '../texts';

/** Plain American trade English in all that a user reads: what is not said that way, and how it is said. */
const REFUSED: readonly (readonly [old: RegExp, say: string])[] = [
	[/\bis asked for\b|\bare asked for\b|\basked for\b/i, 'is required'],
	[/\bnot as(ked| asked)\b|\bas the code asks\b|\bask(s)? (of|for)\b/i, 'required'],
	[/\bhangs? on\b/i, 'is on'],
	[/\bmay not feed\b/i, "isn't allowed to supply"],
	[/\bbears\b/i, 'carries'],
	[/\bmay stand on\b/i, 'maximum'],
	[/\breckon(ed|s|ing)?\b/i, 'figure, calculation'],
	[/\btak(e|en) in\b/i, 'open, import'],
	[/\bput back\b/i, 'reset'],
	[/^take out\b|\btaken out\b/i, 'remove, removed'],
	[/\bmend(ed|s)?\b/i, 'repair'],
	[/\bearth\b/i, 'ground'],
	[/\bparted\b|\bpart the run\b/i, 'split, disconnected'],
	[/\bthe joints carry\b|\bjoints?\b/i, 'connection, splice'],
	[/\blet off\b/i, 'exempt'],
	[/\bis held to cost\b/i, 'cost of'],
	[/\btails?\b/i, 'pigtail'],
	[/\bprov(ed|e it) dead\b/i, 'verified dead'],
	[/\bhouseholder\b/i, 'homeowner'],
	[/\blawful\b/i, 'allowed'],
	[/\bwants? (a|an|both|one|it)\b/i, 'needs, requires'],
	[/\banew\b|\bnought\b|\bby now\b|\bgoes on through\b/i, 'again'],
	[/\bput it so\b|\bplace it so\b|\bmake it so\b/i, 'use this'],
	[/\bof (its|their) own\b/i, 'its own'],
	[/\btold of\b|\bcannot be told\b/i, 'known'],
	[/\bstands? (on|in|at|there|apart)\b/i, 'is'],
	[/\d %|\{\} %/, '3%'],
	[
		/energis|colour|grey\b|metre\b|centre|neighbour|judgement|storey|labelled|cancelled|aluminium|licence\b|behaviour/i,
		'American spelling'
	]
];

for (const root of ['src', 'server'])
	test(`no text of ${root} that a user reads is in old words`, () => {
		const wrong = textsOf(root)
			.filter(({ file }) => !file.endsWith('migrations.ts'))
			.flatMap(({ file, text }) => REFUSED.flatMap(([old, say]) => (old.test(text) ? [`${file}: "${text}": say "${say}"`] : [])));
		assert.deepEqual(wrong, []);
	});
test('the readers of the texts find them: a finding, a label, a step', () => {
	const all = textsOf('src').map((s) => s.text);
	for (const known of [
		'Open job file',
		'the smallest that carries this load',
		'Pick a box to take its readings. Readings with a box open: verify it dead first, in Trim.'
	])
		assert.ok(all.includes(known), known);
	assert.ok(all.length > 3000, `only ${all.length} texts`);
});

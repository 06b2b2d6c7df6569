import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

/**
 * Imports point one way (docs/decisions/0001): routes -> lib -> core, and inside core
 * units <- model <- code <- (layout, circuits, protection, rough, makeup), network <- instruments <- (prove, trace),
 * formats and handover on top. Each row: a folder of core and the core folders it may not import.
 */
const CORE = ['units', 'model', 'code', 'layout', 'circuits', 'protection', 'rough', 'makeup', 'network', 'instruments'].concat([
	'prove',
	'trace',
	'handover',
	'formats',
	'demo'
]);
const MAY_IMPORT = {
	units: [],
	model: ['units'],
	code: ['units', 'model'],
	layout: ['units', 'model', 'code'],
	circuits: ['units', 'model', 'code', 'layout'],
	protection: ['units', 'model', 'code', 'layout', 'circuits', 'rough'],
	rough: ['units', 'model', 'code', 'circuits'],
	makeup: ['units', 'model', 'code', 'circuits', 'rough'],
	network: ['units', 'model', 'code', 'circuits'],
	instruments: ['units', 'model', 'code', 'circuits', 'network'],
	prove: ['units', 'model', 'code', 'circuits', 'protection', 'makeup', 'network', 'instruments'],
	trace: ['units', 'model', 'code', 'circuits', 'protection', 'makeup', 'network', 'instruments', 'prove'],
	handover: CORE.filter((f) => !['formats', 'demo'].includes(f)),
	formats: CORE.filter((f) => f !== 'demo'),
	demo: ['units', 'model', 'code', 'circuits', 'network', 'prove']
};
const OUTSIDE = {
	group: [
		'svelte',
		'svelte/*',
		'@sveltejs/*',
		'dexie',
		'echarts',
		'echarts/*',
		'd3-*',
		'flowbite-*',
		'$app/*',
		'**/lib/**',
		'**/routes/**',
		'$lib/*'
	],
	message: 'core is pure: it knows nothing of the interface, the store or the network.'
};
const importRows = Object.entries(MAY_IMPORT).map(([folder, allowed]) => ({
	files: [`src/core/${folder}/**/*.ts`],
	rules: {
		'no-restricted-imports': [
			'error',
			{
				patterns: [
					OUTSIDE,
					...CORE.filter((f) => f !== folder && !allowed.includes(f)).map((f) => ({
						group: [`../${f}/*`, `../${f}`, `../../${f}/*`],
						message: `core/${folder} may not import core/${f}: imports point one way.`
					}))
				]
			}
		],
		'no-restricted-globals': ['error', 'window', 'document', 'fetch', 'localStorage', 'navigator'],
		'no-restricted-properties': [
			'error',
			{ object: 'Date', property: 'now', message: 'core is given the clock.' },
			{ object: 'Math', property: 'random', message: 'core is given its random source.' }
		]
	}
}));

export default ts.config(
	{ ignores: ['node_modules/', 'build/', '.svelte-kit/', 'docs/'] },
	js.configs.recommended,
	...ts.configs.strict,
	...svelte.configs.recommended,
	{ languageOptions: { globals: { ...globals.browser, ...globals.node } } },
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: {
			parserOptions: { projectService: false, extraFileExtensions: ['.svelte'], parser: ts.parser, svelteConfig }
		}
	},
	{
		rules: {
			'no-undef': 'off',
			'svelte/no-navigation-without-resolve': 'off',
			// State is raw by design: immer makes each next one, and a Map inside a derived value is never changed.
			'svelte/prefer-svelte-reactivity': 'off',
			'@typescript-eslint/no-unused-vars': [
				'error',
				{ argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true }
			],
			'@typescript-eslint/no-dynamic-delete': 'off',
			eqeqeq: ['error', 'always', { null: 'ignore' }]
		}
	},
	{
		files: ['src/core/*.ts'],
		rules: { 'no-restricted-imports': ['error', { patterns: [OUTSIDE] }] }
	},
	{
		files: ['src/lib/**/*.{ts,svelte}'],
		rules: {
			'no-restricted-imports': ['error', { patterns: [{ group: ['**/routes/**'], message: 'lib knows nothing of routes.' }] }]
		}
	},
	...importRows
);

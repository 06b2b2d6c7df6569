import { fileURLToPath } from 'node:url';
import js from '@eslint/js';
import importX from 'eslint-plugin-import-x';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';

/**
 * Imports point one way (docs/decisions/0014): routes -> lib -> core; inside core each folder may import the folders named
 * beside it and no other; the files at core's root stand on top of them all but `formats` and `demo`.
 */
const BASE = ['units', 'model', 'code'];
const MAY_IMPORT = {
	units: [],
	model: ['units'],
	code: ['units', 'model'],
	run: BASE,
	edit: ['units', 'model', 'code', 'run', 'layout'],
	layout: BASE,
	circuits: [...BASE, 'run', 'layout'],
	rough: [...BASE, 'run', 'layout', 'circuits'],
	protection: [...BASE, 'run', 'layout', 'circuits', 'rough'],
	propose: [...BASE, 'run', 'layout', 'circuits', 'rough', 'protection'],
	faults: [...BASE, 'run'],
	network: [...BASE, 'run', 'circuits', 'faults'],
	instruments: [...BASE, 'run', 'circuits', 'faults', 'network'],
	makeup: [...BASE, 'run', 'circuits', 'rough'],
	prove: [...BASE, 'run', 'circuits', 'protection', 'makeup', 'faults', 'network', 'instruments'],
	claims: [...BASE, 'run', 'circuits', 'protection', 'makeup', 'network', 'instruments', 'prove'],
	work: [...BASE, 'edit', 'run', 'rough', 'protection', 'makeup', 'prove', 'claims'],
	trace: [...BASE, 'run', 'circuits', 'protection', 'makeup', 'faults', 'network', 'instruments', 'prove']
};
const FOLDERS = Object.keys(MAY_IMPORT);
const ON_TOP = {
	handover: FOLDERS,
	formats: [...FOLDERS, 'handover', '*.ts'],
	demo: [...BASE, 'edit', 'run', 'circuits', 'faults', 'network', 'prove']
};
/** The parts of lib, from what knows of no job to what shows all of one. */
const STORE = ['kit', 'store', 'workers'];
const SHOWN = [...STORE, 'frame', 'plan', 'slip', 'strip'];
const LIB = {
	kit: [],
	documents: [],
	store: ['kit', 'workers'],
	workers: ['store', 'documents'],
	instruments: ['workers'],
	server: ['documents'],
	frame: STORE,
	plan: STORE,
	strip: STORE,
	slip: [...STORE, 'frame'],
	stages: [...SHOWN, 'documents', 'instruments'],
	call: [...SHOWN, 'stages'],
	jobs: [...SHOWN, 'stages', 'call']
};
const zones = [
	...Object.entries({ ...MAY_IMPORT, ...ON_TOP }).map(([folder, allowed]) => ({
		target: `./src/core/${folder}/**/*`,
		from: './src/core/**/*',
		except: [folder, 'house.ts', ...allowed].map((name) =>
			name.includes('.') ? `**/src/core/${name}` : `**/src/core/${name}/**`
		),
		message: `core/${folder} may not import this part of core: imports point one way.`
	})),
	{
		target: './src/core/*.ts',
		from: './src/core/@(formats|demo)/**/*',
		message: "core's root knows nothing of file forms and demo data."
	},
	...Object.entries(LIB).map(([folder, allowed]) => ({
		target: `./src/lib/${folder}/**/*`,
		from: './src/lib/**/*',
		except: [folder, 'clock.ts', ...allowed].map((name) => (name.includes('.') ? `**/src/lib/${name}` : `**/src/lib/${name}/**`)),
		message: `lib/${folder} may not import this part of lib: imports point one way.`
	})),
	{ target: './src/core/**/*', from: './src/@(lib|routes)/**/*', message: 'core knows nothing of the interface.' },
	{ target: './src/lib/**/*', from: './src/routes/**/*', message: 'lib knows nothing of routes.' }
];
/**
 * Figures of the trade stand in `code/editions/` or in a named table of practice, with their source; an evaluator reads
 * them there. These are the ones that were found bare before: shares, demand factors, volts and volt-amperes.
 */
const BARE = '/^(0[.]8|0[.]83|1[.]25|1[.]5|0[.]03|0[.]05|180|120|240|1500|1800)$/';
const bare = (where) => ({
	selector: `${where} > Literal[raw=${BARE}]`,
	message: 'A figure of the trade belongs in code/editions/ or in a named table of practice.'
});
const OUTSIDE = {
	group: ['svelte', 'svelte/*', '@sveltejs/*', 'dexie', 'echarts', 'echarts/*', 'd3-*', 'flowbite-*', '$app/*', '$lib/*'],
	message: 'core is pure: it knows nothing of the interface, the store or the network.'
};

/** As in svelte.config.js, but as a value: a function can't be part of what lint keeps. */
const RUNES = { compilerOptions: { runes: true } };

export default ts.config(
	{ ignores: ['node_modules/', 'build/', '.svelte-kit/', 'docs/'] },
	js.configs.recommended,
	...ts.configs.strict,
	...svelte.configs.recommended,
	{ languageOptions: { globals: { ...globals.browser, ...globals.node } } },
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: {
			parserOptions: { projectService: false, extraFileExtensions: ['.svelte'], parser: ts.parser, svelteConfig: RUNES }
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
		files: ['src/**/*.{ts,svelte}'],
		plugins: { 'import-x': importX },
		settings: {
			'import-x/extensions': ['.ts', '.svelte'],
			'import-x/parsers': { '@typescript-eslint/parser': ['.ts'], 'svelte-eslint-parser': ['.svelte'] },
			'import-x/resolver-next': [
				importX.createNodeResolver({
					extensions: ['.ts', '.svelte'],
					alias: {
						$core: [fileURLToPath(new URL('src/core', import.meta.url))],
						$lib: [fileURLToPath(new URL('src/lib', import.meta.url))]
					}
				})
			]
		},
		rules: {
			'import-x/no-restricted-paths': ['error', { zones }]
		}
	},
	{
		files: ['src/core/**/*.ts'],
		rules: {
			'no-restricted-imports': ['error', { patterns: [OUTSIDE] }],
			'no-restricted-globals': ['error', 'window', 'document', 'fetch', 'localStorage', 'navigator'],
			'no-restricted-properties': [
				'error',
				{ object: 'Date', property: 'now', message: 'core is given the clock.' },
				{ object: 'Math', property: 'random', message: 'core is given its random source.' }
			]
		}
	},
	{
		files: ['src/core/**/*.ts'],
		ignores: [
			'src/core/code/editions/**',
			'src/core/{units,model,edit,formats,demo}/**',
			// Lengths of lines, and of the model's own arithmetic.
			'src/core/instruments/{protocol,analyzer}.ts',
			'src/core/**/{thresholds,limits,usual-places,generic-appliances}.ts'
		],
		rules: {
			'no-restricted-syntax': [
				'error',
				bare('BinaryExpression[operator=/^[*/]$/]'),
				bare('AssignmentExpression[operator=/^[*/]=$/]'),
				bare('VariableDeclarator'),
				bare('ConditionalExpression')
			]
		}
	}
);

import type { Plugin } from 'vite';

/**
 * Which files the browser's script is put into. Left to itself the bundler makes a file for each set of pages that need the same
 * modules: a job's page then asks for 90 scripts and 40 style sheets, and each costs a phone more than what is in it. Here the
 * pages' first views are one file each with what they share in another; what is loaded later stays apart.
 */
const LIST = ['/src/routes/+page.svelte'];
const JOB = ['/src/routes/job/'];
/** What the first page shows as soon as it is there. */
const LATER = ['JobTable', 'BackupSheet', 'ShopSheet']
	.map((name) => `/src/lib/jobs/${name}.svelte`)
	.concat('/src/lib/kit/MenuBtn.svelte');
/** What starts a page, before it is known which. */
const START = ['/generated/client-optimized/app.js', '/@sveltejs/kit/src/runtime/client/entry.js'];
const EVERY = ['/src/routes/+layout', '/src/routes/+error', '/@sveltejs/kit/'];
/** The stages are loaded from there, one at a time; what so many of them need comes with the first. */
const FRAMES = ['/src/lib/jobs/JobFrame.svelte', '/src/lib/frame/Views.svelte'];
const OF_MANY = 3;
const STYLE = /[?&]type=style|\.css$/;

/** Lists of all that the component library has: whoever imports from one takes only what it names. */
const LISTS = /node_modules\/flowbite-svelte(-icons)?\/dist\/(.*\/)?index\.js$/;
const LISTED = /node_modules\/flowbite-svelte(?:-icons)?\/dist\/(?:.*\/)?(\w+)\.svelte$/;

interface Modules {
	getModuleInfo: (id: string) => {
		importedIds: readonly string[];
		dynamicallyImportedIds: readonly string[];
		code: string | null;
	} | null;
	ids: readonly string[];
}
/** What a part needs stands in those before it. */
const PARTS = ['start', 'base', 'list', 'both', 'tables', 'later', 'job', 'stages'] as const;
type Part = (typeof PARTS)[number];

/** What is read with each first view: by module, the parts it belongs to. */
function partsOf({ getModuleInfo, ids }: Modules): (id: string) => Part | null {
	const listed = new Map<string, string[]>();
	for (const id of ids) {
		const [, name] = LISTED.exec(id) ?? [];
		if (name) listed.set(name, [...(listed.get(name) ?? []), id]);
	}
	const importsOf = (id: string): readonly string[] => {
		const { importedIds = [], code } = getModuleInfo(id) ?? {};
		if (!importedIds.some((next) => LISTS.test(next))) return importedIds;
		const named = [...(code ?? '').matchAll(/import\s*\{([^}]*)\}/g)].flatMap(([, names = '']) => names.match(/\w+/g) ?? []);
		return [...importedIds.filter((next) => !LISTS.test(next)), ...named.flatMap((name) => listed.get(name) ?? [])];
	};
	const reached = (starts: readonly string[]): ReadonlySet<string> => {
		const seen = new Set(starts);
		for (const id of seen) for (const next of importsOf(id)) seen.add(next);
		return seen;
	};
	const at = (place: string): string[] => {
		const found = ids.filter((id) => id.includes(place));
		// Under another name it would go to no part, and nothing else would tell.
		if (!found.length) throw new Error(`scripts/parts.ts names ${place}, and there is no such module`);
		return found;
	};
	const from = (places: readonly string[]) => reached(places.flatMap(at));
	const [start, every, list, job, later] = [from(START), from(EVERY), from(LIST), from(JOB), from(LATER)];
	const stages = FRAMES.flatMap(at).flatMap((id) => getModuleInfo(id)?.dynamicallyImportedIds ?? []);
	const reachedBy = stages.map((id) => reached([id]));
	const stagesOf = (id: string): number => reachedBy.filter((seen) => seen.has(id)).length;
	return (id) => {
		if (start.has(id)) return 'start';
		const inJob = job.has(id) || stagesOf(id) > 0;
		if (every.has(id) || (list.has(id) && inJob)) return 'base';
		if (list.has(id)) return 'list';
		if (later.has(id)) return job.has(id) ? 'both' : inJob ? 'tables' : 'later';
		// Styles of what is loaded later come with the page: a part that is shown must not wait for how it looks.
		if (job.has(id) || STYLE.test(id)) return 'job';
		return stagesOf(id) >= OF_MANY ? 'stages' : null;
	};
}

export function parts(): Plugin {
	let partOf: ReturnType<typeof partsOf> | null = null;
	const group = (name: Part, at: number) => ({ name, test: (id: string) => partOf?.(id) === name, priority: PARTS.length - at });
	return {
		name: 'parts-of-the-page',
		applyToEnvironment: (environment) => environment.name === 'client',
		config: (config) =>
			config.build?.ssr ? undefined : { build: { rollupOptions: { output: { codeSplitting: { groups: PARTS.map(group) } } } } },
		buildEnd() {
			partOf = partsOf({ getModuleInfo: (id) => this.getModuleInfo(id), ids: [...this.getModuleIds()] });
		}
	};
}

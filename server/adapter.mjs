import { copyFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'vite';

/** The Node server of the framework, with our own front (`main.mjs`) and the code that worker threads run. */
export const hektoServer = (adapter) => ({
	...adapter,
	async adapt(builder) {
		await adapter.adapt(builder);
		copyFileSync(here('./main.mjs'), here('../build/index.js'));
		copyFileSync(here('./headers.mjs'), here('../build/headers.mjs'));
		await build({
			configFile: false,
			logLevel: 'error',
			resolve: { alias: { $core: here('../src/core'), $lib: here('../src/lib') } },
			ssr: { noExternal: true },
			build: { ssr: here('../src/lib/server/work.ts'), outDir: here('../build/work'), target: 'node20', emptyOutDir: true }
		});
	}
});
const here = (path) => fileURLToPath(new URL(path, import.meta.url));

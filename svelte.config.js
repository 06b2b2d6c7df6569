import node from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';
import { POLICY } from './server/headers.mjs';
import { hektoServer } from './server/adapter.mjs';

/** @type {import('@sveltejs/kit').Config} */
export default {
	preprocess: vitePreprocess(),
	compilerOptions: { runes: ({ filename }) => (filename.includes('node_modules') ? undefined : true) },
	kit: {
		adapter: hektoServer(node({ out: 'build', precompress: true })),
		alias: { $core: 'src/core' },
		// The API answers wrong content types itself (415), so the framework must not answer first.
		csrf: { trustedOrigins: ['*'] },
		csp: { mode: 'nonce', directives: POLICY },
		// One shell serves every address, also from the service worker's store: its links must not depend on the depth.
		paths: { relative: false },
		// Registered by the root layout, so that the page can say when an update waits.
		serviceWorker: { register: false }
	}
};

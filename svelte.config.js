import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
	preprocess: vitePreprocess(),
	compilerOptions: { runes: ({ filename }) => (filename.includes('node_modules') ? undefined : true) },
	kit: {
		adapter: adapter({ out: 'build', precompress: true }),
		alias: { $core: 'src/core' },
		// The API answers wrong content types itself (415), so the framework must not answer first.
		csrf: { trustedOrigins: ['*'] },
		// One shell serves every address, also from the service worker's store: its links must not depend on the depth.
		paths: { relative: false },
		// Registered by the root layout, so that the page can say when an update waits.
		serviceWorker: { register: true }
	}
};

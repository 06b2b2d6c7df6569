import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';
import { parts } from './scripts/parts';

export default defineConfig({
	plugins: [tailwindcss(), sveltekit(), parts()],
	// The store as a module of today's browsers: what is not used of it stays out.
	resolve: {
		alias: [
			{ find: /^dexie$/, replacement: 'dexie/dist/modern/dexie.mjs' },
			{ find: /^tailwind-variants$/, replacement: fileURLToPath(new URL('src/lib/kit/class-names.ts', import.meta.url)) }
		]
	},
	build: {
		target: 'es2022',
		chunkSizeWarningLimit: 700,
		rollupOptions: {
			treeshake: {
				// The component library does not say that its modules do nothing by themselves; all of its styles would come along with one button.
				moduleSideEffects: (id) => !/node_modules\/(flowbite-svelte|flowbite-svelte-icons)\//.test(id)
			}
		}
	}
});

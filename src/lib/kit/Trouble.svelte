<script lang="ts">
	import type { Snippet } from 'svelte';
	import Note from './Note.svelte';

	/** A part of the page that is not there: what is wrong with it in words, and what can be done. */
	interface Props {
		level: 'look' | 'stop';
		/** Said over the page, where the part would have opened over it. */
		over?: boolean;
		acts: Snippet;
		children: Snippet;
	}
	let props: Props = $props();
</script>

<div class="trouble"><Note {...props} tall /></div>

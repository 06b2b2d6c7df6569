<script lang="ts">
	import type { Snippet } from 'svelte';
	import { NOT_ONE, type NotOne } from '$core/edit/name-space';
	import { remember } from '$lib/store/this-device';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	interface Props {
		/** What it is switched off for; null: for nothing yet. */
		placeId: string | null;
		by: string;
		locked?: boolean;
		label: string;
		/** What is usual here. @example main */
		usual?: string;
		act?: string;
		main?: boolean;
		/** What is asked between the space and the press: who, a lock. */
		children?: Snippet;
	}
	/** A breaker by what it is called: its space, or words for what has none. The panel grows out of it. */
	let { placeId, by, locked = false, label, usual = '', act = 'Off and tagged', main = false, children }: Props = $props();
	const store = useJob();
	let typed = $state<string | null>(null);
	const words = $derived((typed ?? usual).trim());
	let panelId = $state<string | null>(null);
	let asks = $state<NotOne | null>(null);
	async function tag(): Promise<void> {
		if (!by.trim() || !words) return;
		remember('readBy', by.trim());
		asks = await store.tagByWords(placeId, words, { by: by.trim(), locked, ...(panelId ? { panelId } : {}) });
		if (!asks) [typed, panelId] = [null, null];
	}
</script>

<TextField {label} value={words} placeholder="space 9" onkeep={(v) => (typed = v)} ontype={(v) => (typed = v)} />
{#if asks === 'which-panel' || panelId}
	<SelectField
		label="In which panel"
		value={panelId ?? ''}
		options={[{ value: '', name: 'pick one' }, ...store.job.panels.map((p) => ({ value: p.id, name: p.name }))]}
		onkeep={(v) => (panelId = v || null)}
	/>
{/if}
{#if asks}<p class="soft" role="alert">{NOT_ONE[asks]}</p>{/if}
{@render children?.()}
<Btn look={main ? 'main' : 'plain'} disabled={!by.trim() || !words} onclick={() => void tag()}>{act}</Btn>

<style>
	p {
		margin: 0;
	}
</style>

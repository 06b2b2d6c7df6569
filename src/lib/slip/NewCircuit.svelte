<script lang="ts">
	import Fold from '$lib/kit/Fold.svelte';
	import { addCircuit, editCircuit } from '$core/edit/circuits';
	import { nameSpace, NOT_ONE } from '$core/edit/name-space';
	import { capital } from '$core/model/breaker-name';
	import { untrack } from 'svelte';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	interface Props {
		onmade: (circuitId: string) => void;
		words?: string;
		/** There already, or to be made: then it goes on a panel, and has a usual breaker. */
		state?: 'found' | 'planned';
	}
	let { onmade, words = 'Circuit not in the list', state = 'found' }: Props = $props();
	const store = useJob();
	const typed = new FormDraft(draftKey(store.job.id, 'new circuit'), {
		name: '',
		space: '',
		amps: untrack(() => (state === 'found' ? '' : '15'))
	});
	const name = $derived(typed.now.name);
	const amps = $derived(typed.now.amps);
	const ampsFault = (text: string) =>
		!text.trim() || store.edition.breakers.sizes.includes(Number(text))
			? null
			: `A standard rating: ${store.edition.breakers.sizes.join(', ')}`;
	const spaceFault = (text: string) => {
		const named = text.trim() ? nameSpace(store.job, text) : null;
		if (!named || named.known) return null;
		return NOT_ONE[named.why];
	};
	/** A breaker that somebody found: by its space, where that is known. */
	async function found(): Promise<void> {
		const named = nameSpace(store.job, typed.now.space);
		if (!named.known) return;
		const change = {
			...(name.trim() ? { name: name.trim() } : {}),
			...(amps.trim() ? { breakerA: Number(amps) } : {})
		};
		const done = await store.edit(`${capital(typed.now.space.trim())} named`, (draft) => {
			named.make?.(draft);
			editCircuit(named.circuitId, change)(draft);
		});
		// Where nothing of it is new, it is the one that is there.
		if (!done && !store.index.circuits.has(named.circuitId)) return;
		typed.clear();
		onmade(named.circuitId);
	}
	async function make(): Promise<void> {
		if (state === 'found' && typed.now.space.trim()) return found();
		const id = freshId();
		const done = await store.edit(
			`Circuit ${name || 'found'}`,
			addCircuit({
				circuitId: id,
				panelId: freshId(),
				name: name.trim() || 'Found circuit',
				breakerA: amps.trim() ? Number(amps) : null,
				state
			})
		);
		if (!done) return;
		typed.clear();
		onmade(id);
	}
</script>

<Fold title={words}>
	<div class="new">
		{#if state === 'found'}
			<TextField
				label="Its space"
				value={typed.now.space}
				placeholder="space 9"
				check={spaceFault}
				onkeep={(v) => (typed.now.space = v.slice(0, 60))}
			/>
		{/if}
		<TextField
			label={state === 'found' ? 'What is written there' : 'Name'}
			value={name}
			placeholder="sewing room"
			onkeep={(v) => (typed.now.name = v.slice(0, 80))}
		/>
		<TextField
			label="Its breaker or fuse, A"
			value={amps}
			placeholder="not read yet"
			inputmode="numeric"
			check={ampsFault}
			onkeep={(v) => (typed.now.amps = v)}
		/>
		<Btn onclick={make}>Add the circuit</Btn>
	</div>
</Fold>

<style>
	.new {
		display: grid;
		gap: var(--space-10);
		padding-top: var(--space-8);
	}
</style>

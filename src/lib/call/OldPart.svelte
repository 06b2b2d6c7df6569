<script lang="ts">
	import { endWork, oldPart } from '$core/edit/works';
	import type { OldPart, Work } from '$core/model/work';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Choice from '$lib/kit/Choice.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	interface Props {
		work: Work;
	}
	/** What came out, and the way to end a work that is not finished. */
	let { work }: Props = $props();
	const store = useJob();
	const old = $derived<OldPart>(work.old ?? { age: '', seen: '', fate: null });
	const keep = (more: Partial<OldPart>) => store.edit('The old part', oldPart(work.id, { ...old, ...more }));
	let says = $state('');
	let tried = $state(false);
	let open = $state({ old: false, end: false });
	function end(): void {
		tried = true;
		if (!says.trim()) return;
		void store.act('Ended unfinished', (act) => endWork(work.id, { ...act, says: says.trim().slice(0, 300) }));
	}
</script>

<Fold title="The removed part" bind:open={open.old}>
	<div class="fields">
		<TextField
			label="Age"
			value={old.age}
			placeholder="date code, or about 1962"
			onkeep={(age) => keep({ age: age.slice(0, 100) })}
		/>
		<TextField
			label="What was seen on it"
			value={old.seen}
			placeholder="burnt at the hot screw"
			onkeep={(seen) => keep({ seen: seen.slice(0, 300) })}
		/>
		<Choice
			label="It was"
			value={old.fate}
			options={[
				{ value: 'kept', name: 'kept' },
				{ value: 'thrown', name: 'thrown away' }
			]}
			onkeep={(fate) => keep({ fate: fate as OldPart['fate'] })}
		/>
	</div>
</Fold>
<Fold title="End it unfinished" bind:open={open.end}>
	<TextField
		label="Why, in words"
		value={says}
		check={(v) => (tried && !v.trim() ? 'Enter why: it is printed.' : null)}
		onkeep={(v) => (says = v)}
		ontype={(v) => (says = v)}
	/>
	<p class="soft">What is not in is as it was found again; what is in stays, and the letter says so.</p>
	<Btn onclick={end}>End it unfinished</Btn>
</Fold>

<style>
	.fields {
		display: grid;
		gap: var(--space-8);
	}
	p {
		margin: var(--space-4) 0;
	}
</style>

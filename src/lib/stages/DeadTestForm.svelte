<script lang="ts">
	import { DEAD_BELOW_V, deadState, deadTestFaults, deadTestNote, type DeadTest } from '$core/makeup/dead-test';
	import type { Box } from '$core/model/job';
	import { useJob } from '$lib/data/job-store.svelte';
	import { atTop } from '$lib/ui/at-top';
	import Btn from '$lib/ui/Btn.svelte';
	import Mark from '$lib/ui/Mark.svelte';

	interface Props {
		box: Box;
		circuitIds: string[];
	}
	let { box, circuitIds }: Props = $props();
	const store = useJob();
	const dead = $derived(deadState(store.events, circuitIds, box.id));
	let typed = $state({ hn: '', hg: '', ng: '', earth: '', by: '' });
	let proved = $state({ before: false, after: false });
	let tried = $state(false);
	const num = (text: string): number | null => (text.trim() === '' ? null : Number(text));
	const test = $derived<DeadTest>({
		provedBefore: proved.before,
		provedAfter: proved.after,
		hn: num(typed.hn),
		hg: num(typed.hg),
		ng: num(typed.ng),
		earth: num(typed.earth),
		by: typed.by
	});
	const faults = $derived(new Map(deadTestFaults(test).map((f) => [f.path, f.message])));
	const POINTS = [
		['hn', 'hot to neutral'],
		['hg', 'hot to ground'],
		['ng', 'neutral to ground'],
		['earth', 'each conductor to a separate earth']
	] as const;
	async function record(): Promise<void> {
		tried = true;
		if (faults.size) return;
		await store.log({ kind: 'dead-test', circuitId: null, boxId: box.id, by: typed.by.trim(), note: deadTestNote(test) });
		tried = false;
	}
</script>

<section use:atTop aria-label={`Dead before touching, ${box.name}`}>
	<h2>Dead before touching: {box.name}</h2>
	{#if !dead.tag}
		<p>
			<Mark kind="caution" word /> Its circuit is not off and tagged. Switch it off and tag it in the live/dead strip at the top first.
		</p>
	{:else if dead.test}
		<p>
			<Mark kind="good" word /> Tested {new Date(dead.test.at).toLocaleTimeString('en-US', {
				hour: '2-digit',
				minute: '2-digit',
				hour12: false
			})} by {dead.test.by}: {dead.test.note}. Test again after the device is out of the box.
		</p>
	{:else}
		<form
			onsubmit={(e) => {
				e.preventDefault();
				void record();
			}}
		>
			<label class="check"><input type="checkbox" bind:checked={proved.before} /> Meter proved on a known live source</label>
			{#each POINTS as [key, words] (key)}
				<div class="field">
					<label for={`dead-${key}`}>{words}, V</label>
					<input
						id={`dead-${key}`}
						class="mono"
						inputmode="decimal"
						bind:value={typed[key]}
						aria-invalid={tried && faults.has(key) ? 'true' : undefined}
					/>
				</div>
			{/each}
			<label class="check"><input type="checkbox" bind:checked={proved.after} /> Meter proved again</label>
			<div class="field"><label for="dead-by">Who</label><input id="dead-by" bind:value={typed.by} /></div>
			<Btn type="submit">Record the test</Btn>
			{#if tried && faults.size}
				<ul class="fault" role="alert">
					{#each [...faults.values()] as message (message)}<li>{message}</li>{/each}
				</ul>
			{/if}
			<p class="soft">
				Low-impedance meter, under {DEAD_BELOW_V} V on every point. A non-contact tester is a first look only. Both halves, both devices,
				every cable in the box.
			</p>
		</form>
	{/if}
</section>

<style>
	h2 {
		font-size: 18px;
	}
	section {
		border: 1.5px solid var(--ink);
		border-radius: 3px;
		padding: 10px 12px;
		margin-bottom: 14px;
	}
	form {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
		gap: 10px;
		align-items: end;
	}
	.check {
		grid-column: 1 / -1;
		display: flex;
		gap: 8px;
		align-items: center;
		min-height: 32px;
	}
	.check input {
		width: 22px;
		height: 22px;
		accent-color: var(--copper);
	}
	p,
	ul {
		grid-column: 1 / -1;
		margin: 4px 0;
	}
	ul {
		padding-left: 18px;
	}
</style>

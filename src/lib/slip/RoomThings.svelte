<script lang="ts">
	import { FIXTURE_SIZES, newFixture } from '$core/edit/default-place';
	import type { Room } from '$core/model/job';
	import { FIXTURE_KINDS, inWords, type FixtureKind } from '$core/model/kinds';
	import { addFixture, standAgainst } from '$core/edit/fixtures';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import LengthField from '$lib/kit/fields/LengthField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';

	interface Props {
		room: Room;
	}
	let { room }: Props = $props();
	const store = useJob();
	let kind = $state<FixtureKind>('sink');
	let wall = $state('');
	let from = $state<number | null>(null);
	let size = $state<{ width: number | null; depth: number | null; behind: number | null }>({
		width: null,
		depth: null,
		behind: null
	});
	const usual = $derived(FIXTURE_SIZES[kind]);
	const walls = $derived([
		{ value: '', name: 'where there is room' },
		...(room.outline ?? []).map((_, i) => ({ value: String(i), name: `wall ${i + 1}` }))
	]);
	/** The back stands against the wall; a sink keeps the counter behind it that is typed. */
	async function add(): Promise<void> {
		const id = freshId();
		const fixture = newFixture(room, { id, kind });
		const [widthIn, depthIn] = [size.width ?? usual.widthIn, size.depth ?? usual.depthIn];
		const placed =
			room.outline && wall !== ''
				? standAgainst(
						room.outline,
						{ wall: Number(wall), from: from ?? 0, gapIn: size.behind ?? usual.gapIn ?? 0 },
						{ widthIn, depthIn }
					)
				: { widthIn, depthIn };
		if (!(await store.edit(`${room.name}: ${inWords(kind)}`, addFixture(room.id, { ...fixture, ...placed })))) return;
		[from, size] = [null, { width: null, depth: null, behind: null }];
	}
</script>

<ul>
	{#each room.fixtures as f (f.id)}
		<li>
			<button type="button" onclick={() => store.select({ kind: 'fixture', id: f.id })}>{f.name || inWords(f.kind)}</button>
		</li>
	{/each}
</ul>
<div class="two">
	<SelectField
		label="Thing"
		value={kind}
		options={FIXTURE_KINDS.map((value) => ({ value, name: inWords(value) }))}
		onkeep={(v) => (kind = v)}
	/>
	<SelectField label="Against" value={wall} options={walls} onkeep={(v) => (wall = v)} />
	{#if wall !== ''}<LengthField label="From the wall's start" value={from} mayBeUnknown onkeep={(v) => (from = v)} />{/if}
	<LengthField label={`Width (${usual.widthIn}")`} value={size.width} mayBeUnknown onkeep={(v) => (size.width = v)} />
	<LengthField label={`Depth (${usual.depthIn}")`} value={size.depth} mayBeUnknown onkeep={(v) => (size.depth = v)} />
	{#if usual.gapIn !== undefined}<LengthField
			label={`Behind it (${usual.gapIn}")`}
			value={size.behind}
			mayBeUnknown
			onkeep={(v) => (size.behind = v)}
		/>{/if}
	<Btn onclick={add}>Add it here</Btn>
</div>

<style>
	ul {
		list-style: none;
		margin: 0 0 var(--space-10);
		padding: 0;
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-6);
	}
	li button {
		border: 1px solid var(--rule);
		border-radius: 4px;
		background: var(--sheet);
		color: var(--ink);
		min-height: 34px;
		padding: 0 var(--space-8);
		font-size: var(--type-small);
	}
</style>

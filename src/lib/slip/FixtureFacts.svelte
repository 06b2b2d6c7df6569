<script lang="ts">
	import { FIXTURE_KINDS, inWords, type FixtureKind } from '$core/model/kinds';
	import { copyFixture, editFixture, removeFixture, turnFixture } from '$core/edit/fixtures';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import LengthField from '$lib/kit/fields/LengthField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	interface Props {
		fixtureId: string;
	}
	let { fixtureId }: Props = $props();
	const store = useJob();
	const found = $derived(store.index.fixtures.get(fixtureId));
	const set = (what: string, change: Parameters<typeof editFixture>[2]) =>
		found &&
		store.edit(`${found.fixture.name || inWords(found.fixture.kind)}: ${what}`, editFixture(found.room.id, fixtureId, change));
	const inCounter = $derived(!!found && ['sink', 'range', 'cooktop'].includes(found.fixture.kind));
	const topped = $derived(!!found && ['basin', 'island', 'peninsula'].includes(found.fixture.kind));
	const risers = (v: string) => (!v.trim() || /^([1-9]|[1-3]\d|40)$/.test(v.trim()) ? null : `Risers, 1 to 40; got "${v}"`);
	async function remove(): Promise<void> {
		if (found && (await store.edit(`${found.fixture.name} removed`, removeFixture(found.room.id, fixtureId))))
			store.select({ kind: 'room', id: found.room.id });
	}
</script>

{#if found}
	{@const f = found.fixture}
	<div class="facts">
		<TextField label="Name" value={f.name} onkeep={(name) => set('name', { name: name.slice(0, 200) })} />
		<SelectField
			label="What it is"
			value={f.kind}
			options={FIXTURE_KINDS.map((value) => ({ value, name: inWords(value) }))}
			onkeep={(kind: FixtureKind) => set('kind', { kind })}
		/>
		<LengthField label="Width" value={f.widthIn} onkeep={(v) => v && set('width', { widthIn: v })} />
		<LengthField label="Depth" value={f.depthIn} onkeep={(v) => v && set('depth', { depthIn: v })} />
		{#if inCounter}
			<LengthField
				label="Counter behind it"
				value={f.behindIn ?? null}
				mayBeUnknown
				onkeep={(v) => set('counter behind', { behindIn: v ?? undefined })}
			/>
			<FlagField label="Set across a corner" value={f.corner} unset="as drawn" onkeep={(corner) => set('corner', { corner })} />
		{/if}
		{#if topped}<LengthField
				label="Height of its top"
				value={f.topIn ?? null}
				mayBeUnknown
				onkeep={(v) => set('top', { topIn: v ?? undefined })}
			/>{/if}
		{#if f.kind === 'island' || f.kind === 'peninsula'}
			<FlagField
				label="Way for a receptacle later"
				value={f.provision}
				unset="not looked at"
				yes="made"
				no="none"
				onkeep={(provision) => set('way for a receptacle later', { provision })}
			/>
		{/if}
		{#if f.kind === 'stair'}
			<TextField
				label="Risers"
				value={f.risers === undefined ? '' : String(f.risers)}
				check={risers}
				inputmode="numeric"
				onkeep={(v) => set('risers', { risers: v.trim() ? Number(v) : undefined })}
			/>
		{/if}
	</div>
	<p class="soft">Drag it, or use the arrow keys: 1", with Shift 6", with Alt 1/16".</p>
	<div class="out">
		<Btn small onclick={() => store.edit(`${f.name} turned`, turnFixture(found.room.id, f.id, 90))}>Turn</Btn>
		<Btn small onclick={() => store.edit(`${f.name} turned`, turnFixture(found.room.id, f.id, 15))}>Turn 15°</Btn>
		<Btn small onclick={() => store.edit(`${f.name} copied`, copyFixture(found.room.id, f.id, freshId()))}>Copy</Btn>
		<Btn small look="quiet" onclick={remove}>Remove</Btn>
	</div>
{/if}

<style>
	.facts > :global(*:first-child) {
		grid-column: 1 / -1;
	}
	p {
		margin: var(--space-10) 0 0;
	}
	.out {
		margin-top: var(--space-10);
		display: flex;
		gap: var(--space-8);
		flex-wrap: wrap;
	}
</style>

<script lang="ts">
	import { breakerWritten } from '$core/model/breaker-name';
	import { beginWork, installedAll } from '$core/edit/works';
	import { replaceable, replacePlans, type Scope } from '$core/protection/articles/406-4-d-replace-all';
	import { counted } from '$core/units/quantity';
	import { money } from '$core/units/money';
	import { today } from '$lib/clock';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	/** The existing receptacles of a room, or of a circuit, replaced by one plan. */
	interface Props {
		/** Of this room or circuit alone; left out: it is picked. */
		scope?: Scope;
	}
	let { scope: only }: Props = $props();
	const store = useJob();
	const NONE = '';
	const scopes = $derived(
		[
			...store.known.rooms.map((r) => ({ value: `room ${r.id}`, name: r.name, scope: { roomId: r.id } as Scope })),
			...store.known.circuits.map((c) => ({
				value: `circuit ${c.id}`,
				name: breakerWritten(store.job, c),
				scope: { circuitId: c.id } as Scope
			}))
		].filter((s) => replaceable(store.ruled, s.scope).length > 1)
	);
	let picked = $state(NONE);
	const same = (a: Scope, b: Scope) => JSON.stringify(a) === JSON.stringify(b);
	const scope = $derived(scopes.find((s) => (only ? same(s.scope, only) : s.value === picked)));
	const there = $derived(scope ? replaceable(store.ruled, scope.scope) : []);
	const plans = $derived(scope ? replacePlans(store.ruled, scope.scope, store.readings) : []);
	const planned = $derived(there.filter(({ box }) => box.devices.some((d) => d.state === 'planned')));
	const done = () =>
		store.act(`${scope?.name}: ${counted(planned.length, 'box', 'boxes')} installed`, (act) =>
			installedAll(
				planned.map(({ box }) => box.id),
				{ day: today(), newId: freshId },
				act
			)
		);
	const use = (p: (typeof plans)[number]) =>
		void store.act(`${scope?.name}: ${p.title}`, (act) =>
			beginWork({ boxId: p.firstId, title: p.title, fix: p.fix, labels: p.labels }, act, freshId)
		);
</script>

{#if only ? scope : scopes.length}
	<section aria-label="A room or a circuit together" class="together">
		{#if only}<h2>One plan for all of them</h2>
		{:else}
			<SelectField
				label="A room or a circuit together"
				value={picked}
				options={[{ value: NONE, name: 'one box at a time' }, ...scopes]}
				onkeep={(v) => (picked = v)}
			/>
		{/if}
		{#if scope}
			<ol>
				{#each plans as p (p.id)}
					<li>
						<h3>{p.title}</h3>
						<p>
							{p.boxes.join(', ')}{#if p.price !== null}: adds <b class="mono">{money(p.price)}</b> by the price list{/if}.
							{#if p.labels.length}{counted(p.labels.length, 'label')}.{/if}
						</p>
						{#if p.without.length}<p><Mark kind="caution" /> Not at {p.without.join(', ')}: pick each in the list.</p>{/if}
						{#each p.warns as w (w)}<p><Mark kind="caution" /> {w}</p>{/each}
						<Btn small onclick={() => use(p)}>Use this for {counted(p.boxes.length, 'box', 'boxes')}</Btn>
					</li>
				{:else}<li>No one plan fits two of its boxes: pick each in the list.</li>
				{/each}
			</ol>
			{#if planned.length}
				<p>
					Planned: {planned.map(({ box }) => box.name).join(', ')}.
					<Btn small look="main" onclick={done}>{planned.length} installed</Btn>
				</p>
			{/if}
		{/if}
	</section>
{/if}

<style>
	section {
		border-bottom: 1.5px solid var(--rule);
		padding-bottom: var(--space-10);
		margin-bottom: var(--space-12);
		max-width: 640px;
	}
	ol {
		list-style: decimal;
		margin: var(--space-10) 0;
		padding-left: var(--space-24);
		display: grid;
		gap: var(--space-10);
	}
	h2 {
		font-size: var(--type-head);
		margin: 0;
	}
	h3 {
		font-size: var(--type-lead);
	}
	p {
		margin: var(--space-4) 0;
	}
</style>

<script lang="ts">
	import Photos from './Photos.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import { wallLength } from '$core/model/geometry';
	import type { Panel } from '$core/model/job';
	import { putPanel, removePanel } from '$core/edit/fixtures';
	import { useJob } from '$lib/store/use-job';
	import {
		BREAKER_FORMS,
		inWords,
		OUTSIDE_KINDS,
		PANEL_KINDS,
		type BreakerForm,
		type OutsideKind,
		type State
	} from '$core/model/kinds';
	import Btn from '$lib/kit/Btn.svelte';
	import Late from '$lib/frame/Late.svelte';
	import FeederFacts from './FeederFacts.svelte';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import LengthField from '$lib/kit/fields/LengthField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	interface Props {
		panelId: string;
	}
	let { panelId }: Props = $props();
	const store = useJob();
	let gate = $state(false);
	const panel = $derived(store.job.panels.find((p) => p.id === panelId));
	const room = $derived(panel?.roomId ? store.index.rooms.get(panel.roomId) : undefined);
	const rooms = $derived([{ value: '', name: 'not known yet' }, ...store.job.rooms.map((r) => ({ value: r.id, name: r.name }))]);
	const walls = $derived([
		{ value: '', name: 'not placed yet' },
		...(room?.outline ?? []).map((_, i) => ({ value: String(i), name: `wall ${i + 1}` }))
	]);
	const set = (what: string, change: Partial<Panel>) =>
		panel && store.edit(`${panel.name}: ${what}`, putPanel({ ...panel, ...change }));
	const within = (least: number, most: number, what: string) => (v: string) =>
		Number(v) >= least && Number(v) <= most ? null : `${what}, ${least} to ${most}; got "${v}"`;
	const orNothing = (check: (v: string) => string | null) => (v: string) => (v.trim() ? check(v) : null);
	const named = (v: string) =>
		v.trim() && v.trim().length <= 60 ? null : `A name of 1 to 60 characters; got ${v.trim().length}`;
	function onWall(v: string): void {
		void set('place', {
			place: v === '' || !room?.outline ? null : { kind: 'wall', wall: Number(v), at: wallLength(room.outline, Number(v)) / 2 }
		});
	}
	const FORMS: Record<BreakerForm, string> = {
		'full-size': 'full size',
		'two-pole': 'two-pole',
		tandem: 'tandem, two in a space',
		gfci: 'GFCI',
		afci: 'AFCI',
		dual: 'dual function'
	};
	const OUTSIDE_WORDS: Record<OutsideKind, string> = {
		'service-disconnect': 'the service disconnect',
		'meter-disconnect': 'a meter disconnect',
		'not-service-equipment': 'another disconnect, not service equipment'
	};
	const listOf = (v: string) =>
		v
			.split(',')
			.map((t) => t.trim())
			.filter(Boolean);
	function label(change: Partial<NonNullable<Panel['label']>>): void {
		const next = { types: [], forms: [], ...panel?.label, ...change };
		void set('label', { label: next.types.length || next.forms.length ? next : undefined });
	}
	const lists = (form: BreakerForm, yes: boolean) =>
		label({ forms: BREAKER_FORMS.filter((f) => (f === form ? yes : panel?.label?.forms.includes(f))) });
	async function remove(): Promise<void> {
		if (panel && (await store.edit(`${panel.name} removed`, removePanel(panel.id)))) store.select(null);
	}
</script>

{#if panel}
	<div class="facts">
		<TextField label="Name" value={panel.name} check={named} onkeep={(v) => set('name', { name: v.trim() })} />
		<SelectField
			label="Room"
			value={panel.roomId ?? ''}
			options={rooms}
			onkeep={(v) => set('room', { roomId: v || null, place: null })}
		/>
		<SelectField
			label="On"
			value={panel.place?.kind === 'wall' ? String(panel.place.wall) : ''}
			options={walls}
			onkeep={onWall}
		/>
		{#if panel.place?.kind === 'wall'}
			{@const { wall, at } = panel.place}
			<LengthField
				label={`Along wall ${wall + 1}`}
				value={at}
				onkeep={(v) => v !== null && set('place', { place: { kind: 'wall', wall, at: v } })}
			/>
		{/if}
		<TextField
			label="Main or feeder, A"
			value={panel.mainA === null ? '' : String(panel.mainA)}
			placeholder="not known"
			inputmode="decimal"
			check={orNothing(within(15, 400, 'Amps'))}
			onkeep={(v) => set('main', { mainA: v.trim() ? Number(v) : null })}
		/>
		<TextField
			label="Spaces"
			value={panel.spaces === null ? '' : String(panel.spaces)}
			placeholder="not known"
			inputmode="numeric"
			check={orNothing(within(1, 200, 'Spaces'))}
			onkeep={(v) => set('spaces', { spaces: v.trim() ? Math.round(Number(v)) : null })}
		/>
		<FlagField
			label="Open spaces without fillers"
			value={panel.openSpaces}
			onkeep={(openSpaces) => set('open spaces', { openSpaces })}
		/>
		<FlagField
			label="Breakers known not to trip"
			value={panel.mayNotTrip}
			onkeep={(v) => set('breakers known not to trip', { mayNotTrip: v || undefined })}
		/>
		<FlagField
			label="Holds the service disconnect"
			value={panel.service}
			onkeep={(service) => set('service disconnect', { service })}
		/>
		<SelectField
			label="The panel is"
			value={panel.state ?? ''}
			options={[
				{ value: '', name: 'not entered' },
				{ value: 'found', name: 'there already' },
				{ value: 'planned', name: 'new or replaced, planned' },
				{ value: 'built', name: 'new or replaced, built' }
			]}
			onkeep={(v: State | '') => set('state', { state: v || undefined })}
		/>
		{#if panel.state === 'planned' || panel.state === 'built'}
			<FlagField
				label="Surge protection"
				value={panel.surge}
				unset="not said"
				yes="there"
				no="none"
				onkeep={(surge) => set('surge protection', { surge })}
			/>
			<FlagField
				label="Emergency disconnect outside"
				value={panel.outsideDisconnect}
				unset="not said"
				yes="there"
				no="none"
				onkeep={(outsideDisconnect) => set('outside disconnect', { outsideDisconnect })}
			/>
			{#if panel.outsideDisconnect && !panel.feeder}
				<SelectField
					label="It is"
					value={panel.outsideKind ?? ''}
					options={[{ value: '', name: 'not entered' }, ...OUTSIDE_KINDS.map((value) => ({ value, name: OUTSIDE_WORDS[value] }))]}
					onkeep={(v: OutsideKind | '') => set('what the outside disconnect is', { outsideKind: v || undefined })}
				/>
			{/if}
		{/if}
	</div>
	<Fold title="What feeds it">
		<FeederFacts {panel} onkeep={set} />
	</Fold>
	<Fold title="Its label, neutral and grounds">
		<div class="facts">
			<SelectField
				label="Made for"
				value={panel.kind ?? 'breakers'}
				options={PANEL_KINDS.map((value) => ({ value, name: inWords(value) }))}
				onkeep={(kind) => set(inWords(kind), { kind: kind === 'breakers' ? undefined : kind })}
			/>
			<FlagField
				label="Neutral and grounds"
				value={panel.bonded}
				unset="not looked at"
				yes="bonded here"
				no="on separate bars"
				onkeep={(bonded) => set('neutral and grounds', { bonded })}
			/>
			<TextField
				label="Breaker types on its label"
				value={panel.label?.types.join(', ') ?? ''}
				placeholder="as marked, with commas"
				check={(v) =>
					listOf(v).length <= 20 && listOf(v).every((t) => t.length <= 40)
						? null
						: 'Up to 20 types, each of at most 40 characters'}
				onkeep={(v) => label({ types: listOf(v) })}
			/>
			<fieldset>
				<legend>Kinds listed</legend>
				{#each BREAKER_FORMS as form (form)}
					<label>
						<input
							type="checkbox"
							checked={panel.label?.forms.includes(form) ?? false}
							onchange={(e) => lists(form, e.currentTarget.checked)}
						/>
						{FORMS[form]}
					</label>
				{/each}
			</fieldset>
		</div>
		{#if !panel.label}<p class="soft">Not entered: breakers are not checked against it yet.</p>{/if}
	</Fold>
	<Fold title="Dead before touching" bind:open={gate}>
		{#if gate}<Late load={() => import('$lib/slip/PlaceGate.svelte')}
				>{#snippet children(PlaceGate)}<PlaceGate placeId={panelId} />{/snippet}</Late
			>{/if}
	</Fold>
	<Photos of={{ kind: 'panel', id: panel.id }} />
	<p class="soft">Working space is drawn on the plan.</p>
	<Btn small look="quiet" onclick={remove}>Remove {panel.name}</Btn>
{/if}

<style>
	.facts > :global(*:first-child) {
		grid-column: 1 / -1;
	}
	fieldset {
		grid-column: 1 / -1;
		border: 1px solid var(--rule);
		border-radius: 3px;
		padding: var(--space-4) var(--space-10) var(--space-8);
		display: grid;
		grid-template-columns: 1fr 1fr;
	}
	fieldset label {
		display: flex;
		align-items: center;
		gap: var(--space-8);
		min-height: 32px;
		font-size: var(--type-small);
	}
	fieldset input {
		width: 18px;
		height: 18px;
		accent-color: var(--copper);
	}
	legend {
		font-size: var(--type-note);
		color: var(--soft);
	}
</style>

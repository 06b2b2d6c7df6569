<script lang="ts">
	import type { Meter } from '$core/model/kinds';
	import type { ReadingDraft } from './reading-draft.svelte';

	/** With what, by whom and at what load it is read. */
	interface Props {
		draft: ReadingDraft;
		instrument: string;
		loads: Meter | '';
		by: string;
		/** Ohms are read too, on the dead circuit; left out: not asked at this place. */
		dead?: boolean | undefined;
		/** A GFCI's time is asked for: at which current. */
		timed: boolean;
	}
	let { draft, instrument = $bindable(), loads = $bindable(), by = $bindable(), dead = $bindable(), timed }: Props = $props();
</script>

<div class="how">
	<div class="field">
		<label for="read-load">Test load, A</label><input id="read-load" class="mono" inputmode="decimal" bind:value={draft.loadA} />
	</div>
	<div class="field"><label for="read-with">Instrument</label><input id="read-with" bind:value={instrument} /></div>
	<div class="field">
		<label for="read-meter">Meter</label>
		<select id="read-meter" class="hekto-input" bind:value={loads}>
			<option value="">not entered</option><option value="low-impedance">low impedance</option><option value="high-impedance"
				>10 Mohm</option
			>
		</select>
	</div>
	<div class="field">
		<label for="read-by">Who</label><input id="read-by" list="shop-people" bind:value={by} placeholder="initials" />
	</div>
	{#if timed}
		<div class="field">
			<label for="read-ma">GFCI timed at, mA</label><input
				id="read-ma"
				class="mono"
				inputmode="decimal"
				bind:value={draft.atMa}
			/>
		</div>
	{/if}
	<div class="field">
		<label for="read-phase">Work</label>
		<select id="read-phase" class="hekto-input" bind:value={draft.phase}>
			<option value="">neither</option><option value="before">before</option><option value="after">after</option>
		</select>
	</div>
	<div class="field note"><label for="read-note">Note</label><input id="read-note" bind:value={draft.note} /></div>
	<label class="loaded"><input type="checkbox" bind:checked={draft.loaded} /> read under the load</label>
	<label class="loaded"><input type="checkbox" bind:checked={draft.unplugged} /> everything unplugged</label>
	<label class="loaded"
		><input type="checkbox" bind:checked={draft.proven} /> meter proven on a live source, before and after</label
	>
	{#if dead !== undefined}<label class="loaded"><input type="checkbox" bind:checked={dead} /> ohms on the dead circuit</label
		>{/if}
</div>

<style>
	.how {
		position: relative;
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-10);
		align-items: end;
		margin-top: var(--space-12);
	}
	.field {
		width: 140px;
	}
	.note {
		flex: 1 1 200px;
	}
	.loaded {
		display: flex;
		gap: var(--space-6);
		align-items: center;
		min-height: 44px;
	}
	.loaded input {
		width: 20px;
		height: 20px;
		accent-color: var(--copper);
	}
	@media (max-width: 820px) {
		.field {
			width: calc(50% - 5px);
		}
	}
</style>

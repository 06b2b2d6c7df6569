<script lang="ts">
	import { whoReads } from '$lib/store/this-device';
	import Fold from '$lib/kit/Fold.svelte';
	import { withUnit } from '$core/units/quantity';
	import { untrack } from 'svelte';
	import { liveSign } from '$core/makeup/live-sign';
	import type { Box } from '$core/model/job';
	import { isFigureKind, isWordKind, readingUnit, readingWords } from '$core/model/reading';
	import { READING_KINDS, type ReadingKind } from '$core/model/kinds';
	import { useJob } from '$lib/store/use-job';
	import { meter } from '$lib/instruments/live-meter.svelte';
	import { chooseSerial, hasSerial, serverPort, workerPort, type SenderPort, type PortKind } from '$lib/instruments/ports';
	import { simulated } from '$lib/instruments/simulated.svelte';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import type { ReadingDraft } from './reading-draft.svelte';

	/** An instrument that sends readings by itself: simulated here or by the server, or a real one on a serial port. */
	interface Props {
		box: Box;
		draft: ReadingDraft;
		loadA: number;
		/** What it is called, for the readings that are taken from it. */
		onname: (name: string) => void;
		/** Where its readings come from; empty: none. */
		kind: PortKind | '';
	}
	let { box, draft, loadA, onname, kind = $bindable() }: Props = $props();
	const store = useJob();
	const request = $derived({
		job: store.job,
		boxId: box.id,
		half: draft.half,
		hides: simulated.hides,
		seed: simulated.seed,
		mended: [...simulated.mended],
		loadA,
		off: store.tagged.flatMap((e) => e.circuitId ?? []),
		noise: simulated.noise,
		everyMs: simulated.everyMs
	});
	// The port is outside: it is opened anew where the box or the house behind it changes, and closed with the page.
	$effect(() => {
		if (kind !== 'simulated' && kind !== 'server') return;
		const asked = request;
		const open = kind === 'server' ? () => serverPort(asked) : () => workerPort(asked);
		// What the meter says of itself must not open it anew.
		untrack(() => meter.connect(open));
		return () => meter.disconnect();
	});
	// A real one stays open from box to box. The form is made anew for each.
	if (untrack(() => kind) === 'serial') meter.forget();
	let reopen: (() => SenderPort) | null = null;
	async function choose(next: PortKind | ''): Promise<void> {
		if (next === 'serial') {
			try {
				reopen = await chooseSerial();
			} catch (error) {
				return store.say(error instanceof Error ? error.message : String(error), true);
			}
		}
		kind = next;
		if (next === 'serial' && reopen) meter.connect(reopen);
		else if (next === '') meter.disconnect();
	}
	$effect(() => {
		if (meter.name) onname(meter.name);
	});
	const STATES = {
		off: ['unknown', 'no instrument'],
		connecting: ['unknown', 'calling'],
		live: ['good', 'live'],
		silent: ['look', 'silent: last reading shown'],
		again: ['look', 'lost: reconnecting, last reading shown'],
		refused: ['bad', 'cannot be read']
	} as const;
	const shown = $derived(
		READING_KINDS.flatMap((k: ReadingKind) => {
			const v = meter.values.get(k);
			return v ? [{ kind: k, ...v }] : [];
		})
	);
	/** Puts what stands on the meter into the form, as if it were typed. */
	export function take(): void {
		for (const { kind: k, text, value, loadA: at } of shown) {
			if (k === 'lamps') draft.setLamps(text);
			else if (isWordKind(k)) draft.words = { ...draft.words, [k]: text };
			else if (isFigureKind(k) && value !== null) draft.typed[k] = text;
			if (k === 'drop' && at !== null) draft.loadA = String(at);
		}
	}
	/** What stands on it says that a box which is tagged off is live: nobody has to press anything for that. */
	const alive = $derived.by(() => {
		const off = store.deadStateOf(box.id).tag;
		const sign = off && shown.find((v) => liveSign({ kind: v.kind, value: v.value, lamps: v.text, word: v.text }) === 'live');
		return sign ? `${readingWords(sign.kind)} ${withUnit(sign.text, readingUnit(sign.kind))}` : null;
	});
	$effect(() => {
		if (alive) void store.foundLive(box.id, `${alive}, ${meter.name || 'instrument'}`, whoReads());
	});
	const mended = $derived(simulated.mended.includes(box.id));
</script>

<section class="sender" aria-label="Instrument">
	<div class="head">
		<SelectField
			label="Instrument that sends"
			value={kind}
			options={[
				{ value: '', name: 'none: type readings' },
				{ value: 'simulated', name: 'simulated, on this device' },
				{ value: 'server', name: 'simulated, by the server' },
				...(hasSerial() ? [{ value: 'serial' as const, name: 'on a serial port' }] : [])
			]}
			onkeep={choose}
		/>
		{#if kind}
			<p class="state" role="status">
				<Mark kind={STATES[meter.state][0]} />
				<b>{STATES[meter.state][1]}</b>
				{#if meter.why}<span class="soft">{meter.why}</span>{/if}
				{#if meter.nonsense.count}<span class="soft">{meter.nonsense.count} lines not understood, last {meter.nonsense.last}</span
					>{/if}
			</p>
		{/if}
	</div>
	{#if kind}
		<dl>
			{#each shown as v (v.kind)}
				<div>
					<dt>{readingWords(v.kind)}{v.loadA ? ` at ${v.loadA} A` : ''}</dt>
					<dd class="mono">{withUnit(v.text, readingUnit(v.kind))}</dd>
				</div>
			{/each}
		</dl>
		<div class="acts">
			<Btn look="main" disabled={!shown.length} onclick={take}>Take reading</Btn>
			{#if kind !== 'serial'}<Btn pressed={mended} onclick={() => simulated.mend(box.id)}
					>{mended ? 'Repaired' : 'Repair this fault'}</Btn
				>{/if}
		</div>
		{#if kind !== 'serial'}
			<Fold title="The simulated house">
				<div class="sim">
					<SelectField
						label="Hidden fault"
						value={simulated.hides}
						options={[
							{ value: 'demo', name: "the demo house's own" },
							{ value: 'something', name: 'one fault on this circuit, unknown' },
							{ value: 'nothing', name: 'none: wired as drawn' },
							{ value: 'wrong-breaker', name: "tagged breaker is another circuit's" }
						]}
						onkeep={(v) => (simulated.hides = v)}
					/>
					{#if simulated.hides === 'something'}<Btn onclick={() => (simulated.seed += 1)}>Another fault</Btn>{/if}
					<SelectField
						label="Noise"
						value={String(simulated.noise)}
						options={[
							{ value: '0', name: 'none' },
							{ value: '0.002', name: 'like a good meter' },
							{ value: '0.02', name: 'much' }
						]}
						onkeep={(v) => (simulated.noise = Number(v))}
					/>
				</div>
			</Fold>
		{/if}
	{/if}
</section>

<style>
	.sender {
		border: 1.5px solid var(--rule);
		border-radius: 4px;
		padding: var(--space-8) var(--space-12);
		background: var(--paper);
	}
	.head {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8) var(--space-16);
		align-items: end;
	}
	.state {
		margin: 0;
		flex: 1 1 200px;
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-4) var(--space-8);
		align-items: center;
		min-height: 40px;
	}
	dl {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(136px, 1fr));
		gap: var(--space-6) var(--space-12);
		margin: var(--space-8) 0;
	}
	dl div {
		min-width: 0;
	}
	dt {
		font-size: var(--type-note);
		color: var(--soft);
	}
	dd {
		margin: 0;
		font-size: var(--type-lead);
		font-weight: 600;
		white-space: nowrap;
	}
	.acts,
	.sim {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: end;
	}
	.sim {
		padding-top: var(--space-6);
	}
</style>

<script lang="ts">
	import { asFoundId, LIT_BEFORE, NOT_TESTED } from '$core/model/checks';
	import type { Box } from '$core/model/job';
	import type { SymptomKind } from '$core/model/kinds';
	import { READING_BOUNDS, READING_WORDS, readingValue, type FigureKind, type WordKind } from '$core/model/reading';
	import { lampMeaning } from '$core/prove/lamps';
	import { lastWorkAt } from '$core/model/work';
	import { hasHalves } from '$core/run/halves';
	import { symptomWords } from '$core/trace/symptom-words';
	import { now } from '$lib/clock';
	import { whoReads } from '$lib/store/this-device';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Choice from '$lib/kit/Choice.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import LampPatterns from '$lib/kit/LampPatterns.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import Photos from '$lib/slip/Photos.svelte';
	import { figuresFor, wordsFor } from '$lib/stages/prove/reading-draft.svelte';
	import { sayFound, takeFound, tellFound } from '$lib/store/as-found';

	interface Props {
		box: Box;
	}
	/** What a box shows before anything is off: all of it by a press, none of it asked for. */
	let { box }: Props = $props();
	const store = useJob();
	/** A three-lamp tester has three pins, for 120 V. */
	const takesLamps = $derived(box.devices.some((d) => d.receptacles > 0 && d.volts === 120 && d.slots === 'grounding'));
	let half = $state<'upper' | 'lower'>('upper');
	const halved = $derived(hasHalves(box));
	const ofHalf = $derived(halved && half === 'lower' ? { half } : {});
	const before = $derived(
		store.readings.filter((r) => r.boxId === box.id && !r.struck && (r.half ?? 'upper') === (halved ? half : 'upper'))
	);
	const last = (kind: string) => before.filter((r) => r.kind === kind).at(-1);
	const lamps = $derived(last('lamps')?.lamps ?? null);
	const PAIRS: readonly FigureKind[] = ['hh', 'hn', 'h2n', 'hg', 'h2g', 'ng'];
	const figures = $derived(figuresFor(box, { dead: false }).filter((k) => PAIRS.includes(k)));
	const EARLY: readonly WordKind[] = ['gfci-own', 'afci-own', 'grip', 'works', 'usb'];
	const words = $derived(wordsFor(box).filter((k) => EARLY.includes(k)));
	let typed = $state<Partial<Record<FigureKind, string>>>({});
	let tried = $state(false);
	const fault = (kind: FigureKind): string | null => {
		const text = (typed[kind] ?? '').trim();
		if (!text) return null;
		const { min, max } = READING_BOUNDS[kind];
		return Number(text) >= min && Number(text) <= max ? null : `${min} to ${max} V; got "${text}"`;
	};
	const filled = $derived(figures.filter((k) => (typed[k] ?? '').trim() !== ''));
	async function keep(): Promise<void> {
		tried = true;
		if (!filled.length || filled.some((k) => fault(k))) return;
		const rows = filled.map((kind) => ({ kind, value: Number(typed[kind]), ...ofHalf }));
		if (await takeFound(store, box, rows.map((r) => READING_BOUNDS[r.kind].words).join(', '), rows)) [typed, tried] = [{}, false];
	}
	const guarded = $derived(box.devices.some((d) => d.protection !== 'none'));
	const wired = $derived(box.devices.every((d) => d.kind === 'hard-wired'));
	const COMPLAINTS = $derived<readonly SymptomKind[]>([
		'nothing-works',
		'comes-and-goes',
		...(wired ? [] : (['dims'] as const)),
		'warm',
		'tingle',
		...(guarded ? (['gfci-no-reset'] as const) : []),
		'trips-at-once'
	]);
	const told = $derived(store.job.symptoms.filter((s) => s.open && s.boxId === box.id));
	const says = (kind: SymptomKind) => told.some((s) => s.kind === kind);
	/** Thought of first, and cheapest: it may be no wiring at all. */
	const CHEAP = {
		elsewhere: 'The lamp or appliance tried at another outlet',
		switch: 'Its wall switch, both ways; a dimmer or timer too',
		gfci: 'Every other GFCI reset: bath, garage, outdoors, kitchen, cellar',
		breaker: 'Its breaker fully off, and on again'
	} as const;
	const cheapId = (key: string) => `cheap:${box.id}:${key}`;
	const looked = (key: string) => store.job.checks.some((c) => c.id === cheapId(key));
	const tick = (key: keyof typeof CHEAP) =>
		store.edit(`${box.name}: ${CHEAP[key]}`, (draft) => {
			const id = cheapId(key);
			const there = draft.checks.some((c) => c.id === id);
			draft.checks = draft.checks.filter((c) => c.id !== id);
			if (!there) draft.checks.push({ id, seen: 'done', note: CHEAP[key], at: now(), by: whoReads() });
		});
	const check = $derived(store.job.checks.find((c) => c.id === asFoundId(box.id)) ?? null);
	const stop = $derived(told.map((s) => symptomWords(s.kind)?.now).find((w) => w));
	/** What stood here before can be read no more. */
	const over = $derived(lastWorkAt(store.job, box.id)?.parts.some((p) => p.put && p.at === box.id) ?? false);
	const slack: readonly string[] = ['slips', 'loose'];
	let pictured = $state(false);
</script>

{#if box.state === 'planned'}<p>New: nothing stands here yet that could be read.</p>{/if}
{#if over}
	<p>The work here is in: what is read now is of what stands now. Read it in step 7.</p>
{/if}
<div class="found" hidden={over || box.state === 'planned'}>
	{#if stop}<p class="stop" role="alert"><Mark kind="bad" word /> {stop}</p>{/if}
	{#if !before.length && !told.length}
		<p>
			<Btn look="quiet" pressed={check?.note === NOT_TESTED} onclick={() => void sayFound(store, box, NOT_TESTED)}
				>As found: not tested</Btn
			>
		</p>
	{/if}
	{#if halved}
		<Choice
			label="Which half"
			firm
			value={half}
			options={[
				{ value: 'upper' as const, name: 'upper half' },
				{ value: 'lower' as const, name: 'lower half' }
			]}
			onkeep={(v) => v && (half = v)}
		/>
	{/if}
	{#if takesLamps && !stop}
		<LampPatterns
			{lamps}
			onpick={(pattern) => void takeFound(store, box, 'three lamps', [{ kind: 'lamps', lamps: pattern, ...ofHalf }])}
		/>
		{#if lamps}
			{@const means = lampMeaning(lamps)}
			<p role="status"><Mark kind={means.level} /> {means.says}{means.but ? `: ${means.but}` : ''}.</p>
		{/if}
	{/if}
	<div role="group" aria-label="What people say" class="chips">
		{#each COMPLAINTS as kind (kind)}
			<Btn small look="quiet" pressed={says(kind)} onclick={() => void tellFound(store, box, kind)}
				>{symptomWords(kind)?.words ?? kind}</Btn
			>
		{/each}
	</div>
	{#if figures.length}
		<form
			onsubmit={(e) => {
				e.preventDefault();
				void keep();
			}}
		>
			{#each figures as kind (kind)}
				<div class="field">
					<label for={`found-${kind}`}>{READING_BOUNDS[kind].words}, V</label>
					<input
						id={`found-${kind}`}
						class="mono"
						inputmode="decimal"
						bind:value={typed[kind]}
						placeholder={last(kind) ? String(last(kind)?.value ?? '') : ''}
						aria-invalid={tried && fault(kind) ? 'true' : undefined}
					/>
					{#if tried && fault(kind)}<p class="fault" role="alert">{fault(kind)}</p>{/if}
				</div>
			{/each}
			<Btn type="submit">{filled.length ? `Keep ${filled.length}` : 'Keep volts'}</Btn>
		</form>
	{/if}
	{#each words as kind (kind)}
		<Choice
			label={READING_WORDS[kind].words}
			value={last(kind)?.word ?? null}
			options={Object.entries(READING_WORDS[kind].allowed).map(([value, name]) => ({ value, name }))}
			onkeep={(word) => word && void takeFound(store, box, READING_WORDS[kind].words, [{ kind, word, ...ofHalf }])}
		/>
		{#if kind === 'grip' && slack.includes(last(kind)?.word ?? '')}<p>
				<Mark kind="caution" /> Worn: it is replaced. Bend neither its contacts nor the blades of the plug.
			</p>{/if}
	{/each}
	{#if !wired}<div class="chips">
			<Btn small look="quiet" pressed={check?.note === LIT_BEFORE} onclick={() => void sayFound(store, box, LIT_BEFORE)}
				>A lamp, radio or tester is lit here now</Btn
			>
		</div>{/if}
	{#if told.length}
		<fieldset>
			<legend>Cheap looks first</legend>
			{#each Object.entries(CHEAP) as [key, text] (key)}
				<label class="check"
					><input type="checkbox" checked={looked(key)} onchange={() => void tick(key as keyof typeof CHEAP)} /> {text}</label
				>
			{/each}
		</fieldset>
	{/if}
	{#if before.length}
		<p class="soft">
			As found: {before.map((r) => (r.kind === 'lamps' ? 'three lamps' : readingValue(r))).join(', ')}.
		</p>
	{/if}
	<Fold title="Photo as found" bind:open={pictured}>
		{#if pictured}<Photos of={{ kind: 'step', id: `${box.id}:found` }} />{/if}
	</Fold>
</div>

<style>
	.found[hidden] {
		display: none;
	}
	.found {
		display: grid;
		gap: var(--space-10);
		max-width: 620px;
	}
	p {
		margin: 0;
	}
	.stop {
		border-left: 6px solid var(--stop);
		background: var(--paper);
		padding: var(--space-6) var(--space-12);
	}
	.chips {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
	}
	form {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
		gap: var(--space-8) var(--space-10);
		align-items: end;
	}
	fieldset {
		border: 1px solid var(--rule);
		border-radius: 4px;
		margin: 0;
		padding: var(--space-6) var(--space-12);
	}
	legend {
		font-size: var(--type-small);
		padding: 0 var(--space-4);
	}
	.check {
		display: flex;
		gap: var(--space-10);
		align-items: center;
		min-height: 44px;
	}
	.check input {
		width: 24px;
		height: 24px;
		accent-color: var(--copper);
	}
</style>

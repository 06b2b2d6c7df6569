<script lang="ts">
	import { breakerWritten } from '$core/model/breaker-name';
	import { remember, whoReads } from '$lib/store/this-device';
	import { untrack } from 'svelte';
	import { sayRating } from '$core/model/fact-words';
	import { now, sayMoment } from '$lib/clock';
	import { ASKS, elementOf, guidedAnswer, predictedAsks, type Question } from '$core/prove/guided';
	import { liveInCheck } from '$core/prove/guided-answer';
	import { putCheck, removeCheck } from '$core/edit/inspection';
	import type { GuidedCheck } from '$core/model/job';
	import { GUIDED_KINDS, type GuidedKind } from '$core/model/kinds';
	import { seriesSays, tripSeries } from '$core/prove/trip-series';
	import { runOf } from '$core/run/runs';
	import { show, withUnit } from '$core/units/quantity';
	import { freshId } from '$lib/store/jobs';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import CheckAsks from './CheckAsks.svelte';
	import { faultIn, figuresOf, wordsOf } from './check-asks';

	interface Props {
		/** Where it is begun from a symptom. */
		start?: GuidedKind | undefined;
	}
	let { start }: Props = $props();
	/** Checks that are led: what is asked, what it comes to while it is typed, kept with the job. */
	const store = useJob();
	const NAMES: Record<GuidedKind, { name: string; first: string }> = {
		breaker: {
			name: 'A breaker that trips',
			first: 'First: is it right for the wire on it? Then load, time, heat and looks. If a reset trips at once, try no more.'
		},
		short: {
			name: 'Find a short by halving',
			first:
				'Breaker off, tagged and verified dead; everything unplugged, every switch on. Never energize to find it. Split the run near the middle, read each half, repeat.'
		},
		'ground-fault': {
			name: 'A GFCI that trips',
			first:
				'Unplug everything below it and reset. If it holds, plug in one thing after the other. If it trips, the wiring leaks: an insulation test with electronics off, or split the run with the GFCI as the detector.'
		},
		'gfci-reset': {
			name: 'A GFCI that will not reset',
			first:
				'A new one ships tripped, and resets only with power at LINE. Supply first, then LINE and LOAD, then what is on LOAD, the device last.'
		},
		'arc-fault': {
			name: 'An AFCI that trips',
			first:
				'A shared neutral, a staple or nail through the cable, a loose terminal, or what is plugged in. Unplug, then split the run with it as the detector.'
		},
		dimming: {
			name: 'Lights that dim on another circuit',
			first:
				'The bad connection is in what both share. Read volts at two places before and during the load: at the panel on both legs, and where it dims.'
		},
		element: {
			name: 'A heating element',
			first:
				'Breaker off and tagged, verified dead, one wire off. Cold ohms across its screws, then each screw to the sheath. Never energize it dry.'
		},
		heater: {
			name: 'A water heater that stays cold',
			first:
				'Read live at its terminals, covers off, insulated tools and gloves, one hand. Tank full. Anything else than reading: off, tagged, verified dead.'
		},
		loads: {
			name: 'Lamps or heaters together',
			first:
				'Volts to expect over loads in series or parallel, from their rated watts and volts. Ohms read cold are never those of the hot load.'
		}
	};
	/** Asked at a box, and not of a circuit. */
	const atBox = (k: GuidedKind) => k === 'element' || k === 'heater' || k === 'loads' || k === 'gfci-reset';
	/** The run is split, and each half tried. */
	const splits = (k: GuidedKind) => k === 'short' || k === 'ground-fault' || k === 'arc-fault';
	/** What is typed and not kept outlives a change of view, and this tab. */
	const key = draftKey(store.job.id, 'checks');
	const form = new FormDraft(key, { kind: 'breaker', of: '', typed: '{}' });
	let kind = $state<GuidedKind>(untrack(() => start) ?? GUIDED_KINDS.find((k) => k === form.now.kind) ?? 'breaker');
	let of = $state(form.now.of);
	let typed = $state<Record<string, string>>(told(form.now.typed));
	$effect(() => {
		Object.assign(form.now, { kind, of, typed: JSON.stringify(typed) });
	});
	function told(text: string): Record<string, string> {
		try {
			const rows = Object.entries(JSON.parse(text) as Record<string, unknown>);
			return Object.fromEntries(rows.filter((row): row is [string, string] => typeof row[1] === 'string'));
		} catch {
			return {};
		}
	}
	let by = $state(whoReads());
	const places = $derived(
		atBox(kind)
			? store.job.boxes
					.filter((b) => kind === 'loads' || b.devices.some((d) => d.kind === 'hard-wired' || d.volts === 240))
					.map((b) => ({ value: b.id, name: b.name }))
			: store.job.circuits.map((c) => ({ value: c.id, name: `${breakerWritten(store.job, c)}, ${sayRating(c)}` }))
	);
	const subject = $derived(
		places.some((p) => p.value === of) ? of : ((atBox(kind) ? store.box?.id : store.circuit?.id) ?? places[0]?.value ?? '')
	);
	const asks = $derived<readonly Question[]>(ASKS[kind]);
	/** What the nameplate has already. */
	const given = $derived<Record<string, number>>(
		kind === 'element' || kind === 'heater' ? elementOf(store.index.boxes.get(subject)?.devices.find((d) => d.watts > 0)) : {}
	);
	const figuresTyped = $derived(figuresOf(asks, typed));
	const figures = $derived<Record<string, number>>({ ...given, ...figuresTyped });
	/** Boxes at which the run can be parted, and what was found there. */
	const parted = $derived.by(() => {
		const circuit = splits(kind) ? store.index.circuits.get(subject) : undefined;
		return circuit ? runOf(store.job, circuit).nodes.filter((n) => n.children.length) : [];
	});
	const words = $derived(
		Object.fromEntries([
			...Object.entries(wordsOf(asks, typed)),
			...parted.flatMap((n) => (typed[n.boxId] ? [[n.boxId, typed[n.boxId] as string] as const] : []))
		])
	);
	const SIDES = $derived(
		kind === 'short'
			? { panel: 'toward the panel', onward: 'onward', both: 'cannot tell' }
			: { panel: 'trips', onward: 'holds', both: 'cannot tell' }
	);
	const fault = $derived(faultIn(asks, typed));
	const draft = $derived<GuidedCheck>({ id: 'draft', kind, of: subject, figures, words, at: '', by, note: '' });
	const predicted = $derived(predictedAsks(draft));
	const answer = $derived(guidedAnswer(store.edition, store.known, draft));
	const kept = $derived([...(store.job.guided ?? [])].sort((a, b) => b.at.localeCompare(a.at)));
	const trips = $derived(tripSeries(store.job, subject));
	const circuitName = (id: string): string => {
		const circuit = store.index.circuits.get(id);
		return circuit ? breakerWritten(store.job, circuit) : 'gone';
	};
	const placeName = (c: GuidedCheck) => store.index.boxes.get(c.of)?.name ?? circuitName(c.of);
	async function keep(): Promise<void> {
		if (fault) return;
		remember('readBy', by);
		const made = { ...$state.snapshot(draft), id: freshId(), at: now() } as GuidedCheck;
		const live = liveInCheck(asks, figuresTyped);
		if (await store.edit(NAMES[kind].name, putCheck(made))) typed = {};
		if (live) await store.foundLive(made.of, live, by);
	}
	function turn(next: GuidedKind): void {
		kind = next;
		of = '';
		typed = {};
	}
</script>

<div class="pick" role="group" aria-label="Check">
	{#each GUIDED_KINDS as k (k)}<Btn pressed={kind === k} onclick={() => turn(k)}>{NAMES[k].name}</Btn>{/each}
</div>
<p class="first">{NAMES[kind].first}</p>
<div class="two-parts">
	<form
		class="form-columns"
		onsubmit={(e) => {
			e.preventDefault();
			void keep();
		}}
	>
		<SelectField label={atBox(kind) ? 'At' : 'Circuit'} value={subject} options={places} onkeep={(v) => (of = v)} />
		<CheckAsks {asks} {typed} {given} {predicted} ontype={(t) => (typed = t)} />
		{#each parted as n (n.boxId)}
			{@const boxName = store.index.boxes.get(n.boxId)?.name}
			<fieldset>
				<legend>Split at {boxName}, {kind === 'short' ? 'the short reads' : 'outgoing wires off, on again: it'}</legend>
				{#each Object.entries(SIDES) as [side, says] (side)}
					<Btn
						pressed={typed[n.boxId] === side}
						label={`${says}, split at ${boxName}`}
						onclick={() => (typed = { ...typed, [n.boxId]: typed[n.boxId] === side ? '' : side })}>{says}</Btn
					>
				{/each}
			</fieldset>
		{/each}
		<div class="field"><label for="ask-by">Who</label><input id="ask-by" list="shop-people" bind:value={by} /></div>
		{#if fault}<p class="fault" role="alert">{fault}</p>{/if}
		<Btn type="submit" look="main">Keep the check</Btn>
	</form>
	<section class="answer" aria-live="polite">
		<h2><Mark kind={answer.level} size={20} /> {answer.says}</h2>
		<ul>
			{#each answer.points as p, i (i)}<li><Mark kind={p.level} /> {p.says}.</li>{/each}
		</ul>
		{#each answer.steps as s, i (i)}
			<p class="step mono"><span class="soft">{s.label}: {s.formula}</span> = {withUnit(show(Number(s.value)), s.unit)}</p>
		{/each}
	</section>
</div>
{#if kind === 'breaker' && trips.length}
	<h2>Its trips, oldest first</h2>
	<table class="data">
		<thead><tr><th>When</th><th>Load</th><th>After</th><th>Held after the change</th></tr></thead>
		<tbody>
			{#each trips as t (t.id)}
				<tr>
					<td>{sayMoment(t.at)}</td>
					<td class="num">{t.loadA === null ? '' : `${show(t.loadA, 1)} A`}</td>
					<td class="num">{t.minutes === null ? '' : `${show(t.minutes, 1)} min`}</td>
					<td class="num"
						>{t.held ? `${show(t.held.amps, 1)} A${t.held.minutes === null ? '' : `, ${show(t.held.minutes, 0)} min`}` : ''}</td
					>
				</tr>
			{/each}
		</tbody>
	</table>
	{#if seriesSays(trips)}<p><Mark kind="look" /> {seriesSays(trips)}.</p>{/if}
{/if}
{#if kept.length}
	<h2>Kept</h2>
	<ul>
		{#each kept as c (c.id)}
			{@const got = guidedAnswer(store.edition, store.known, c)}
			<li>
				<Mark kind={got.level} /> <b>{NAMES[c.kind].name}, {placeName(c)}</b>
				<span class="soft">{sayMoment(c.at)} {c.by}</span>
				{got.says}.
				<Btn small look="quiet" onclick={() => store.edit('Check removed', removeCheck(c.id))}>Remove</Btn>
			</li>
		{/each}
	</ul>
{/if}

<style>
	.pick {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		margin-bottom: var(--space-8);
	}
	.two-parts {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
		gap: var(--space-16);
	}
	form {
		align-content: start;
	}
	fieldset {
		grid-column: 1 / -1;
		border: 0;
		padding: 0;
		margin: 0;
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-6);
	}
	legend {
		font-weight: 600;
		padding-bottom: var(--space-4);
	}
	.answer {
		border: 1.5px solid var(--ink);
		border-radius: 4px;
		padding: var(--space-10) var(--space-12);
		align-self: start;
	}
	h2 {
		font-size: var(--type-head);
		margin: 0 0 var(--space-6);
	}
	li {
		padding: var(--space-4) 0;
		border-bottom: 1px dotted var(--rule);
	}
	.first {
		margin: var(--space-4) 0 var(--space-12);
	}
	.step {
		margin: var(--space-4) 0;
		font-size: var(--type-small);
	}
	@media (max-width: 820px) {
		.two-parts {
			grid-template-columns: minmax(0, 1fr);
		}
		.answer {
			order: -1;
		}
	}
</style>

<script lang="ts">
	import { nameSpace, NOT_ONE } from '$core/edit/name-space';
	import { breakerWritten, capital, saySpace, isUnnamed } from '$core/model/breaker-name';
	import { attachBox } from '$core/edit/cables';
	import { editBox } from '$core/edit/boxes';
	import { runOf } from '$core/run/runs';
	import {
		tracedBoxes,
		tracerBreaker,
		tracerCall,
		tracerCallOnRun,
		tracerSteps,
		TRACED_WHAT,
		TRACER,
		TRACER_WAYS,
		type TracedWhat,
		type TracerWay
	} from '$core/trace/tracer';
	import { EARTH_FROM, type EarthFrom } from '$core/makeup/independent-ground';
	import { tracerProfile } from '$core/trace/tracer-profile';
	import { show } from '$core/units/quantity';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Choice from '$lib/kit/Choice.svelte';
	import IndependentGround from '$lib/slip/IndependentGround.svelte';
	import Gate from '../trim/Gate.svelte';

	/** A tracer's session: set up with reasons, ground proved, gain, level per box, the open's interval, the breaker. */
	const store = useJob();
	const NAMES: Record<TracedWhat, string> = {
		hot: 'open hot',
		neutral: 'open neutral',
		ground: 'open ground',
		cable: 'the whole cable',
		lampholder: 'at a lampholder'
	};
	const { circuit } = $derived(store);
	const form = new FormDraft(draftKey(store.job.id, 'tracer'), {
		what: 'hot',
		groundV: '',
		groundFrom: '',
		way: '',
		gain: '',
		sender: '',
		senderAt: '',
		share: String(100 * TRACER.onCircuitFrom),
		done: '',
		levels: '{}',
		feet: '{}'
	});
	const what = $derived(TRACED_WHAT.find((w) => w === form.now.what) ?? 'hot');
	const steps = $derived(tracerSteps(what));
	const done = $derived(form.now.done.split(',').filter(Boolean));
	const tick = (key: string) => (form.now.done = (done.includes(key) ? done.filter((k) => k !== key) : [...done, key]).join());
	const levels = $derived(table(form.now.levels));
	const feet = $derived(table(form.now.feet));
	function table(text: string): Record<string, string> {
		try {
			return JSON.parse(text) as Record<string, string>;
		} catch {
			return {};
		}
	}
	const num = (text: string | undefined): number | null => (text?.trim() && Number.isFinite(Number(text)) ? Number(text) : null);
	const sender = $derived(num(form.now.sender));
	const nodes = $derived(circuit ? runOf(store.job, circuit).nodes : []);
	const readAt = (ids: readonly string[]) =>
		ids.flatMap((at) => {
			const level = num(levels[at]);
			return level === null ? [] : [{ at, level }];
		});
	const along = $derived(readAt(nodes.map((n) => n.boxId)));
	/** The panel or a box of the run: a level falls away from it, whichever way the circuit is fed. */
	const senderAt = $derived(
		form.now.senderAt === 'panel' || nodes.some((n) => n.boxId === form.now.senderAt) ? form.now.senderAt : ''
	);
	const ways = Object.keys(TRACER_WAYS) as TracerWay[];
	const way = $derived(senderAt === 'panel' ? undefined : ways.find((w) => w === form.now.way));
	const earthFrom = $derived((Object.keys(EARTH_FROM) as EarthFrom[]).find((k) => k === form.now.groundFrom) ?? '');
	const homeId = $derived(circuit?.panelId ?? '');
	const call = $derived(
		senderAt ? tracerCallOnRun(nodes, { at: senderAt === 'panel' ? homeId : senderAt, level: sender, way }, along) : null
	);
	const place = (at: string) =>
		at === 'sender' ? (senderAt === 'panel' ? 'the sender at the panel' : store.placeName(senderAt)) : store.placeName(at);
	const profile = $derived(
		// Solved for a sender at the panel only.
		circuit && senderAt === 'panel'
			? tracerProfile(store.job, circuit.id, call?.open && call.to !== 'sender' ? call.to : null)
			: new Map<string, number>()
	);
	const breaker = $derived(tracerBreaker(readAt(store.job.circuits.map((c) => c.id))));
	const others = $derived(store.job.boxes.filter((b) => !nodes.some((n) => n.boxId === b.id)));
	const share = $derived((num(form.now.share) ?? 100 * TRACER.onCircuitFrom) / 100);
	const joins = $derived(sender === null ? [] : tracedBoxes(readAt(others.map((b) => b.id)), sender, share));
	const setLevel = (at: string, text: string) => (form.now.levels = JSON.stringify({ ...levels, [at]: text.slice(0, 12) }));
	const ground = $derived(readFeet());
	function readFeet() {
		return Object.entries(feet)
			.flatMap(([ft, level]) => (num(level) === null ? [] : [{ at: `${ft} ft`, level: num(level) ?? 0, ft: Number(ft) }]))
			.sort((a, b) => a.ft - b.ft);
	}
	const buried = $derived(tracerCall(ground));
	let at = $state('');
	async function join(boxId: string): Promise<void> {
		if (!circuit) return;
		const box = store.index.boxes.get(boxId);
		const note = `${box?.note ? `${box.note} ` : ''}On ${saySpace(store.job, circuit)} by tracer: not yet live with it on and dead with it off.`;
		const attach = attachBox(boxId, { cableId: freshId(), circuitId: circuit.id, fromId: null, lengthFt: null });
		await store.edit(`${store.placeName(boxId)} on ${saySpace(store.job, circuit)}, by tracer`, (draft) => {
			attach(draft);
			editBox(boxId, { note })(draft);
		});
	}
	const spaceFault = (text: string) => {
		const named = text.trim() ? nameSpace(store.job, text) : null;
		return named && !named.known ? NOT_ONE[named.why] : null;
	};
	async function add(text: string): Promise<void> {
		const named = nameSpace(store.job, text);
		if (named.known && named.make) await store.edit(`${capital(text.trim())} named`, named.make);
	}
	let folds = $state({ panel: false, others: false, buried: false });
</script>

<Gate text="A tracer goes on a circuit that is off, tagged and verified dead. A signal that stops is not proof of dead." />
<Choice
	label="What is traced"
	firm
	value={what}
	options={TRACED_WHAT.map((value) => ({ value, name: NAMES[value] }))}
	onkeep={(v) => v && (form.now.what = v)}
/>
<ol class="steps">
	{#each steps as s (s.do)}
		<li>
			<label
				><input type="checkbox" checked={done.includes(s.do)} onchange={() => tick(s.do)} />
				<span>{s.do} <span class="soft">{s.why}</span></span></label
			>
		</li>
	{/each}
</ol>
<div class="fields">
	<IndependentGround
		from={earthFrom}
		hotV={form.now.groundV}
		onkeep={({ from, hotV }) => {
			if (from !== undefined) form.now.groundFrom = from;
			if (hotV !== undefined) form.now.groundV = hotV;
		}}
	/>
	<SelectField
		label="The sender is at"
		value={senderAt}
		options={[
			{ value: '', name: 'not said' },
			{ value: 'panel', name: 'the panel' },
			...nodes.map((n) => ({ value: n.boxId, name: store.placeName(n.boxId) }))
		]}
		onkeep={(v) => (form.now.senderAt = v)}
	/>
	{#if senderAt && senderAt !== 'panel'}
		<SelectField
			label="The receiver goes"
			value={way ?? ''}
			options={[{ value: '' as const, name: 'both ways' }, ...ways.map((value) => ({ value, name: TRACER_WAYS[value] }))]}
			onkeep={(v) => (form.now.way = v)}
		/>
	{/if}
	<TextField
		label="Gain, clicks over the lowest"
		value={form.now.gain}
		inputmode="numeric"
		check={(v) => (!v.trim() || /^\d{1,3}$/.test(v.trim()) ? null : `Clicks, 0 to 999; got "${v}"`)}
		onkeep={(v) => (form.now.gain = v.trim())}
	/>
	<TextField label="Level at the sender" value={form.now.sender} onkeep={(v) => (form.now.sender = v)} />
</div>
{#if !circuit}
	<p>Pick the circuit, to log levels along its run.</p>
{:else}
	{#if !senderAt && along.length}
		<p class="call"><Mark kind="unknown" /> Say where the sender stands: without it the levels tell no place.</p>
	{/if}
	{#if call}
		<p class="call">
			{#if call.open}<Mark kind="bad" /> The open lies between <b>{place(call.from)}</b> and <b>{place(call.to)}</b>: {Math.round(
					100 * call.left
				)}% is left. Most opens are in boxes: look in both.
			{:else}<Mark kind="look" /> The greatest fall is between {place(call.from)} and {place(call.to)}, {Math.round(
					100 * call.left
				)}% left: no open is called yet.{/if}
		</p>
	{/if}
	<table class="data">
		<thead
			><tr
				><th>Box</th><th>Level</th>{#if profile.size}<th>Predicted</th>{/if}</tr
			></thead
		>
		<tbody>
			{#each nodes as n (n.boxId)}
				<tr>
					<td>{store.placeName(n.boxId)}</td>
					<td
						><TextField
							label={`Level at ${store.placeName(n.boxId)}`}
							value={levels[n.boxId] ?? ''}
							onkeep={(v) => setLevel(n.boxId, v)}
						/></td
					>
					{#if profile.size}<td class="num">{profile.has(n.boxId) ? `${Math.round(100 * (profile.get(n.boxId) ?? 0))}%` : ''}</td
						>{/if}
				</tr>
			{/each}
		</tbody>
	</table>
{/if}
<Fold title="Which breaker, at the panel" bind:open={folds.panel}>
	<div class="grid">
		{#each store.job.circuits.filter((c) => !isUnnamed(c)) as c (c.id)}
			<TextField label={breakerWritten(store.job, c).slice(0, 34)} value={levels[c.id] ?? ''} onkeep={(v) => setLevel(c.id, v)} />
		{/each}
		<TextField
			label="Another breaker, by its space"
			value=""
			placeholder="space 9"
			check={spaceFault}
			onkeep={(v) => void add(v)}
		/>
	</div>
	{#if breaker}
		<p>
			{#if breaker.call}<Mark kind="look" />
				Likely {store.placeName(breaker.at)}: {Number.isFinite(breaker.lead)
					? `${show(breaker.lead, 1)} times the next`
					: 'no other shows anything'}. Two tests tell: live with it on, dead with it off.
			{:else}<Mark kind="look" />
				{store.placeName(breaker.at)} leads only {show(breaker.lead, 1)} times: no answer. Trace from the other side.{/if}
		</p>
	{/if}
</Fold>
<Fold title="Other boxes that may be on it" bind:open={folds.others}>
	{#if folds.others}
		<TextField label="On the circuit from, % of the sender" value={form.now.share} onkeep={(v) => (form.now.share = v)} />
		<div class="grid">
			{#each others as b (b.id)}
				<TextField label={b.name} value={levels[b.id] ?? ''} onkeep={(v) => setLevel(b.id, v)} />
			{/each}
		</div>
		{#each joins as id (id)}
			<p>
				<Mark kind="look" />
				{store.placeName(id)}: its level says it is on it. Two tests tell. {#if circuit}<Btn small onclick={() => join(id)}
						>Put it on {breakerWritten(store.job, circuit)}, as traced</Btn
					>{/if}
			</p>
		{/each}
	{/if}
</Fold>
<Fold title="A buried cable, foot by foot" bind:open={folds.buried}>
	<div class="fields">
		<TextField label="Feet from the start" value={at} onkeep={(v) => (at = v)} />
		{#if num(at) !== null}
			<TextField
				label={`Level at ${at} ft`}
				value={feet[at] ?? ''}
				onkeep={(v) => (form.now.feet = JSON.stringify({ ...feet, [at]: v.slice(0, 12) }))}
			/>
		{/if}
	</div>
	{#each ground as g (g.at)}<p class="num">{g.at}: {g.level}</p>{/each}
	{#if buried}<p>
			<Mark kind={buried.open ? 'bad' : 'look'} /> Greatest fall between {buried.from} and {buried.to}: {Math.round(
				100 * buried.left
			)}% left. Lower the gain and walk back: mark where it falls both ways.
		</p>{/if}
</Fold>

<style>
	.steps {
		margin: var(--space-8) 0;
		padding-left: var(--space-24);
	}
	.steps label {
		display: flex;
		gap: var(--space-10);
		align-items: center;
		min-height: 44px;
	}
	.steps input {
		width: 24px;
		height: 24px;
		flex: none;
		accent-color: var(--copper);
	}
	.fields,
	.grid {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
		gap: var(--space-10);
		margin: var(--space-8) 0;
	}
	.call {
		font-size: var(--type-lead);
	}
</style>

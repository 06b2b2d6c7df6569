<script lang="ts">
	import { goto } from '$app/navigation';
	import { untrack } from 'svelte';
	import { standardBreaker } from '$core/code/240-6-breakers';
	import { putCheck } from '$core/edit/inspection';
	import { nameSpace, NOT_ONE } from '$core/edit/name-space';
	import { changeBreaker, putIn } from '$core/edit/works';
	import { breakerLetter } from '$core/handover/breaker-letter';
	import { gatePlace, heldOffBy } from '$core/makeup/gate';
	import { tagWords } from '$core/makeup/live-alarm';
	import { asTheyStand, breakerWritten, capital, isUnnamed, saySpace } from '$core/model/breaker-name';
	import type { Circuit } from '$core/model/job';
	import { PROTECTIONS, type Protection } from '$core/model/kinds';
	import { BREAKER_WORDS } from '$core/model/protections';
	import { READING_WORDS } from '$core/model/reading';
	import { openBreakerWork } from '$core/model/work';
	import { indexOf } from '$core/model/job-index';
	import { ASKS, guidedAnswer, type Question } from '$core/prove/guided';
	import { liveInCheck } from '$core/prove/guided-answer';
	import { obligationsOf } from '$core/work/obligations';
	import { now, sayMoment, today } from '$lib/clock';
	import { whoReads } from '$lib/store/this-device';
	import { jobAddress } from '$lib/store/address';
	import { pressButton } from '$lib/store/breaker-button';
	import { freshId } from '$lib/store/jobs';
	import { shopPanels } from '$lib/store/shop';
	import { useJob } from '$lib/store/use-job';
	import Late from '$lib/frame/Late.svelte';
	import Btn from '$lib/kit/Btn.svelte';
	import Choice from '$lib/kit/Choice.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import Mark, { type MarkKind } from '$lib/kit/Mark.svelte';
	import CheckAsks from '$lib/stages/prove/CheckAsks.svelte';
	import { faultIn, figuresOf, wordsOf } from '$lib/stages/prove/check-asks';
	import BreakerSeen from './BreakerSeen.svelte';

	/** A breaker, from its space to its paper, on one sheet: what it is, what it does, what is done, dead, in, load-tested, letter. */
	const store = useJob();
	const circuit = $derived(store.circuit);
	const known = $derived(circuit ? indexOf(store.known).circuits.get(circuit.id) : undefined);
	const panel = $derived(store.job.panels.find((p) => p.id === (circuit?.panelId ?? store.job.panels[0]?.id)));
	const others = $derived([...store.job.circuits].filter((c) => !isUnnamed(c)).sort(asTheyStand));
	let space = $state('');
	const spaceFault = (text: string) => {
		const named = text.trim() ? nameSpace(store.job, text) : null;
		return !named || named.known ? null : NOT_ONE[named.why];
	};
	async function take(): Promise<void> {
		const named = nameSpace(store.job, space);
		if (!named.known) return;
		if (named.make && !(await store.edit(`${capital(space.trim())} named`, named.make))) return;
		store.select({ kind: 'circuit', id: named.circuitId });
	}
	/** Kinds of panel that the shop replaces before a cover is touched. */
	const listed = shopPanels();
	const onList = (is: boolean) =>
		panel &&
		store.edit(is ? `${panel.name}: on the shop's list` : `${panel.name}: not on the shop's list`, (draft) => {
			const row = draft.panels.find((p) => p.id === panel.id);
			if (row) row.mayNotTrip = is || undefined;
		});
	/** From the load alone: no run is needed for that. */
	let load = $state('');
	let continuous = $state(true);
	const sized = $derived.by(() => {
		const amps = Number(load);
		if (!load.trim() || !Number.isFinite(amps) || amps <= 0) return null;
		const needs = amps * (continuous ? CONTINUOUS : 1);
		return { needs, breakerA: standardBreaker(needs, store.edition) };
	});
	const CONTINUOUS = 1.25;

	const AFTER = ['afterA', 'afterV', 'heldS'];
	const before: readonly Question[] = ASKS.breaker.filter((q) => !AFTER.includes(q.key));
	const after: readonly Question[] = ASKS.breaker.filter((q) => AFTER.includes(q.key) || q.key === 'resetTrips');
	let typed = $state<Record<string, string>>({});
	let typedAfter = $state<Record<string, string>>({});
	const checks = $derived((store.job.guided ?? []).filter((c) => c.kind === 'breaker' && c.of === circuit?.id));
	const last = $derived(checks.at(-1));
	const answer = $derived(last && guidedAnswer(store.edition, store.known, last));
	const work = $derived(circuit ? openBreakerWork(store.job, circuit.id) : undefined);
	const part = $derived(work?.parts.find((p) => p.kind === 'breaker'));
	const trippedAt = $derived(
		Object.fromEntries(['loadA', 'tripS'].flatMap((k) => (last?.figures[k] === undefined ? [] : [[k, last.figures[k]]])))
	);
	async function keep(at: Circuit, asks: readonly Question[], told: Record<string, string>): Promise<boolean> {
		if (faultIn(asks, told)) return false;
		const own = figuresOf(asks, told);
		const words = wordsOf(asks, told);
		if (!Object.keys(own).length && !Object.keys(words).length) return false;
		const live = liveInCheck(asks, own);
		const made = {
			id: freshId(),
			kind: 'breaker' as const,
			of: at.id,
			// When it tripped is held against what it holds now; what the old one looked like is not of the new one.
			figures: { ...(asks === after ? trippedAt : {}), ...own },
			words,
			at: now(),
			by: whoReads(),
			note: ''
		};
		const kept = await store.edit(`${capital(saySpace(store.job, at))}: check`, putCheck(made));
		if (live) await store.foundLive(at.id, live, whoReads());
		return kept;
	}
	/** The one in hand: as found until another is said. */
	let rating = $state<number | null>(null);
	let protection = $state<Protection | null>(null);
	const NAMES: Record<Protection, string> = { none: 'plain', gfci: 'GFCI', afci: 'AFCI', dual: 'dual function' };
	const newA = $derived(rating ?? circuit?.breakerA ?? null);
	const newIs = $derived(protection ?? circuit?.breaker ?? 'none');
	const RATINGS = $derived([...new Set([15, 20, 30, 40, 50, 60, ...(newA === null ? [] : [newA])])].sort((a, b) => a - b));
	const wordsOfNew = $derived(`${newA === null ? 'rating not read' : `${newA} A`}, ${NAMES[newIs]}`);
	const change = (at: Circuit) =>
		store.act(`${capital(saySpace(store.job, at))}: ${wordsOfNew}`, (act) =>
			changeBreaker(
				{ circuitId: at.id, title: `Breaker changed: ${wordsOfNew}`, protection: newIs, breakerA: newA },
				act,
				freshId
			)
		);
	const isIn = () =>
		work && part && store.act('The breaker is in', (act) => putIn({ workId: work.id, partId: part.id, day: today() }, act));
	const dead = $derived(circuit ? store.deadStateOf(circuit.id) : null);
	const gate = $derived(circuit ? gatePlace(store.job, circuit.id) : null);
	const off = $derived(gate ? heldOffBy(store.job, store.events, gate) : []);
	const owed = $derived(
		work ? obligationsOf(store.job, work, { claims: store.assessment.claims, readings: store.readings }) : []
	);
	const MARKS: Record<'done' | 'owed' | 'failed', { kind: MarkKind; says: string }> = {
		done: { kind: 'good', says: 'proven' },
		owed: { kind: 'unknown', says: 'owed' },
		failed: { kind: 'bad', says: 'failed' }
	};
	const { allowed } = READING_WORDS['gfci-own'];
	const letter = $derived(known ? [breakerLetter(store.ruled, known, store.seen)] : []);
	const loads = {
		gate: () => import('$lib/slip/PlaceGate.svelte'),
		sheet: () => import('./BreakerPart.svelte'),
		letter: () => import('$lib/stages/protect/LetterSheet.svelte')
	};
	let open = $state({ size: false, steps: false, letter: untrack(() => false) });
	const to = (stage: 'trace' | 'trim' | 'circuit', view: string) =>
		void goto(jobAddress(store.id, stage, { view, picked: store.selection }));
</script>

<div class="call" role="region" aria-label="A breaker">
	<h1>{circuit ? capital(breakerWritten(store.job, circuit)) : 'A breaker or panel'}</h1>
	{#if listed.length && panel && !panel.mayNotTrip}
		<Choice
			label={`${panel.name}: one of the kinds that you replace before a cover is touched?`}
			value={panel.mayNotTrip === undefined ? null : 'no'}
			options={[...listed.map((value) => ({ value, name: value })), { value: 'no', name: 'none of these' }]}
			onkeep={(v) => v && v !== 'no' && void onList(true)}
		/>
	{/if}
	{#if panel?.mayNotTrip}
		<p class="stop" role="alert">
			<Mark kind="bad" word />
			{panel.name}: on your list. Its breakers may not trip, and its cover stays on. Replace the panel; until then nothing behind
			it counts as protected.
			<Btn small look="quiet" onclick={() => void onList(false)}>Not this one</Btn>
		</p>
	{/if}
	{#if !circuit}
		<section aria-label="Which breaker">
			<h2>1 Which</h2>
			<div class="acts">
				<TextField
					label="Space, as it is marked: 7, 8/10, 7A"
					value={space}
					check={spaceFault}
					onkeep={(v) => (space = v)}
					ontype={(v) => (space = v)}
				/>
				<Btn look="main" disabled={!space.trim() || spaceFault(space) !== null} onclick={() => void take()}>This breaker</Btn>
			</div>
			<div class="acts">
				{#each others as c (c.id)}<Btn onclick={() => store.select({ kind: 'circuit', id: c.id })}
						>{capital(breakerWritten(store.job, c))}</Btn
					>{/each}
			</div>
			<p class="soft">Not one breaker:</p>
			<div class="acts">
				<Btn look="quiet" onclick={() => to('trim', 'work')}>Cover off for a look</Btn>
				<Btn look="quiet" onclick={() => to('circuit', 'circuits')}>Add a circuit</Btn>
				<Btn look="quiet" onclick={() => to('trace', 'breakers')}>Label the panel: which breaker feeds what</Btn>
			</div>
		</section>
	{:else}
		<section aria-label="What it is">
			<h2>1 What it is</h2>
			<BreakerSeen {circuit} />
			<Fold title="Its size from the load alone" bind:open={open.size}>
				<div class="acts">
					<TextField label="Load, A" value={load} inputmode="decimal" onkeep={(v) => (load = v)} ontype={(v) => (load = v)} />
					<Btn pressed={continuous} onclick={() => (continuous = !continuous)}>3 h or more</Btn>
					{#if sized}<b class="mono">{sized.breakerA === null ? 'over every standard size' : `${sized.breakerA} A`}</b>
						<span class="soft"
							>{continuous ? `125% of ${load} A` : `${load} A`}: {sized.needs} A, next standard size (240.6).</span
						>{/if}
				</div>
			</Fold>
		</section>
		<section aria-label="What it does">
			<h2>2 What it does</h2>
			{#if answer && last}
				<p role="status"><Mark kind={answer.level} size={18} /> <b>{answer.says}</b></p>
				<ul>
					{#each answer.points.filter((p) => p.says !== answer.says) as p, i (i)}<li><Mark kind={p.level} /> {p.says}.</li>{/each}
				</ul>
				<p class="soft">{sayMoment(last.at)} {last.by}</p>
			{/if}
			{#if !part?.put}
				<form
					class="asks"
					onsubmit={(e) => {
						e.preventDefault();
						void keep(circuit, before, typed).then((kept) => kept && (typed = {}));
					}}
				>
					<CheckAsks asks={before} {typed} ontype={(t) => (typed = t)} />
					{#if faultIn(before, typed)}<p class="fault" role="alert">{faultIn(before, typed)}</p>{/if}
					<Btn type="submit">Keep the check</Btn>
				</form>
			{/if}
		</section>
		<section aria-label="What is done">
			<h2>3 What is done</h2>
			{#if work}<p role="status">Chosen: {work.title}.</p>{/if}
			{#if !part?.put}
				<Choice
					label="The new one, on its face"
					value={newA}
					options={RATINGS.map((value) => ({ value, name: `${value} A` }))}
					onkeep={(v) => (rating = v)}
				/>
				<Choice
					label="and its test button"
					firm
					value={newIs}
					options={PROTECTIONS.map((value) => ({ value, name: NAMES[value] }))}
					onkeep={(v) => (protection = v)}
				/>
				<div class="acts">
					<Btn look={work ? 'plain' : 'main'} onclick={() => void change(circuit)}>Change it: {wordsOfNew}</Btn>
					<Btn look="quiet" onclick={() => to('trace', 'find')}>The circuit is at fault: find it</Btn>
				</div>
			{/if}
		</section>
		{#if work && part}
			<section aria-label="Dead, then in">
				<h2>4 Dead, then in</h2>
				{#if part.put}
					<p role="status"><Mark kind="good" says="in" /> In: {sayMoment(part.put.at)} {part.put.by}.</p>
				{:else}
					<Late load={loads.gate}
						>{#snippet children(PlaceGate)}{#key circuit.id}<PlaceGate placeId={circuit.id} />{/key}{/snippet}</Late
					>
					<Fold title="Steps at the panel" bind:open={open.steps}>
						{#if open.steps}<Late load={loads.sheet}>{#snippet children(BreakerPart)}<BreakerPart {circuit} />{/snippet}</Late
							>{/if}
					</Fold>
					{#if !dead?.test}<p class="warn">
							<Mark kind="caution" word /> Its panel is not verified dead: main off, bus tested first.
						</p>{/if}
					<Btn look="main" onclick={isIn}>The {newIs === 'none' ? '' : `${BREAKER_WORDS[newIs]} `}breaker is in</Btn>
				{/if}
			</section>
			{#if part.put}
				<section aria-label="On, and load-tested">
					<h2>5 On, and load-tested</h2>
					{#if off.length}
						<p>
							<Mark kind="off" />
							{capital(off.map((tag) => tagWords(store.job, tag, [circuit])).join(' and '))} off. Cover on, hands clear:
							<Btn look="main" onclick={() => store.switchOn(circuit.id, whoReads())}>Switched on</Btn>
						</p>
					{/if}
					{#each owed as o (o.id)}
						<p><Mark kind={MARKS[o.state].kind} says={MARKS[o.state].says} word /> {capital(o.words)}</p>
						{#if o.state !== 'done' && o.missing === 'breaker-button'}
							<div class="acts">
								{#each ['trips', 'no-trip', 'no-reset'] as word (word)}<Btn onclick={() => void pressButton(store, circuit, word)}
										>{allowed[word]}</Btn
									>{/each}
							</div>
						{/if}
					{/each}
					<form
						class="asks"
						onsubmit={(e) => {
							e.preventDefault();
							void keep(circuit, after, typedAfter).then((kept) => kept && (typedAfter = {}));
						}}
					>
						<CheckAsks asks={after} typed={typedAfter} ontype={(t) => (typedAfter = t)} />
						{#if faultIn(after, typedAfter)}<p class="fault" role="alert">{faultIn(after, typedAfter)}</p>{/if}
						<Btn type="submit">Keep the load test</Btn>
					</form>
				</section>
			{/if}
		{/if}
		<section aria-label="Paper">
			<h2>{work ? '6' : '4'} Paper</h2>
			<Fold title="The letter: found, done, proven" bind:open={open.letter}>
				{#if open.letter}<Late load={loads.letter}>{#snippet children(LetterSheet)}<LetterSheet made={letter} />{/snippet}</Late
					>{/if}
			</Fold>
			<Btn look="quiet" onclick={() => void goto('/')}>Next call</Btn>
		</section>
	{/if}
</div>

<style>
	.call {
		overflow-y: auto;
		flex: 1;
		min-height: 0;
		padding: var(--space-12) var(--space-16);
		background: var(--sheet);
	}
	section {
		display: grid;
		gap: var(--space-10);
		max-width: 720px;
		border-top: 1.5px solid var(--rule);
		padding: var(--space-10) 0 var(--space-16);
	}
	h1 {
		margin: 0 0 var(--space-10);
	}
	h2 {
		font-size: var(--type-head);
		margin: 0;
	}
	p {
		margin: 0;
	}
	ul {
		margin: 0;
		padding: 0;
		list-style: none;
	}
	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: end;
	}
	.asks {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
		gap: var(--space-8) var(--space-10);
		align-items: end;
	}
	.warn,
	.stop {
		border-left: 6px solid var(--look);
		background: var(--paper);
		padding: var(--space-6) var(--space-12);
	}
	.stop {
		border-color: var(--stop);
		margin-bottom: var(--space-10);
	}
</style>

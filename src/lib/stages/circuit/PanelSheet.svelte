<script lang="ts">
	import { BreakerName, breakerName, breakerWritten, capital, spaceNumber } from '$core/model/breaker-name';
	import { BREAKER_WORDS } from '$core/model/protections';
	import { sayRating } from '$core/model/fact-words';
	import { ifKnown, NotKnown } from '$core/model/known';
	import { sayNotKnown } from '$core/model/fact-words';
	import Late from '$lib/frame/Late.svelte';
	import { moveBreaker, placeBreakers, proposeBalance } from '$core/circuits/panel/balance';
	import { panelLoad } from '$core/circuits/service/220-14-branch-load';
	import { isService, legOfSpace, occupantsOf, spaceMap, spacesOf, type Occupant } from '$core/run/spaces';
	import { editCircuit, moveSpaces } from '$core/edit/circuits';
	import type { Circuit } from '$core/model/job';
	import { inWords } from '$core/model/kinds';
	import { counted, show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import { carried } from '$lib/kit/carry';
	import Mark from '$lib/kit/Mark.svelte';

	const store = useJob();
	let pickedId = $state('');
	const panel = $derived(
		store.job.panels.find((p) => p.id === pickedId) ?? store.job.panels.find((p) => p.service) ?? store.job.panels[0]
	);
	const known = $derived(store.known.panels.find((p) => p.id === panel?.id));
	/** Slots that have not been counted are shown as far as something is in them. */
	const spaces = $derived(
		panel?.spaces ?? Math.max(2, ...(panel ? occupantsOf(store.known, panel.id).flatMap((o) => spacesOf(o)) : []))
	);
	const shown = $derived(
		known && panel?.spaces === null ? { ...panel, spaces, mainA: panel.mainA ?? 0, feeder: undefined } : known
	);
	const load = $derived(known && ifKnown(() => panelLoad(store.edition, store.known, known)));
	const map = $derived(shown && spaceMap(store.known, shown));
	const rows = $derived(panel ? Array.from({ length: Math.ceil(spaces / 2) }, (_, i) => i + 1) : []);
	const balance = $derived(known && ifKnown(() => proposeBalance(store.edition, store.known, known)));
	/** Less than this between the legs before and after is not worth a breaker moved, VA. */
	const MATTERS_VA = 300;
	const worthIt = $derived(!!balance && balance.now - balance.then >= MATTERS_VA);
	const waiting = $derived((load?.rows ?? []).filter((r) => r.occupant.space === null));
	const spare = $derived([...(map ?? [])].filter(([space, all]) => !all.length && space <= spaces).length);
	const vaOf = $derived(new Map((load?.rows ?? []).map((r) => [r.occupant.id, r.va])));
	const OPENS = {
		breaker: '',
		fuse: 'fuse',
		'plug-fuse': 'fuse',
		'tamper-proof-fuse': 'fuse, insert',
		'cartridge-fuse': 'cartridge',
		'pull-out': 'pull-out'
	} as const;
	const findings = $derived(store.assessment.stages.circuit.findings);
	const worst = (id: string) => {
		const own = findings.filter((f) => f.subject.id === id);
		return (['violation', 'caution'] as const).find((s) => own.some((f) => f.severity === s));
	};
	const nameOf = (o: Occupant) => (o.kind === 'circuit' ? o.circuit.name || 'a circuit' : `Feeder of ${o.panel.name}`);
	const whatOf = (o: Occupant) => {
		if (o.kind === 'feeder') return o.panel.feeder ? sayRating(o.panel.feeder) : '';
		const { circuit: c } = o;
		return `${sayRating(c)} ${BREAKER_WORDS[c.breaker]} ${OPENS[c.opener ?? 'breaker']}`.trim();
	};
	const pick = (o: Occupant) => store.select(o.kind === 'circuit' ? { kind: 'circuit', id: o.id } : { kind: 'panel', id: o.id });
	const apply = (what: string, moves: readonly { circuitId: string; space: number }[]) => store.edit(what, moveSpaces(moves));
	function drop(circuit: Circuit, on: Element): void {
		const space = Number(on.getAttribute('data-space'));
		if (!known || !space) return;
		try {
			const moves = moveBreaker(store.known, known, { circuitId: circuit.id, space });
			void apply(`${BreakerName(store.job, circuit)} to space ${space}`, moves);
		} catch (error) {
			store.say((error as Error).message, true);
		}
	}
	const takenUp = carried((node) => {
		const circuit = store.index.circuits.get(node.getAttribute('data-circuit') ?? '');
		return circuit
			? {
					label: capital(breakerWritten(store.job, circuit)),
					onto: '[data-space]',
					ondrop: (on) => drop(circuit, on)
				}
			: null;
	});
	function placeAll(): void {
		if (!known) return;
		try {
			void apply('Breakers placed', placeBreakers(store.edition, store.known, known));
		} catch (error) {
			store.say(error instanceof NotKnown ? sayNotKnown(store.job, error.fact) : (error as Error).message, true);
		}
	}
	const prove = (circuit: Circuit, proven: boolean) =>
		store.edit(
			`${BreakerName(store.job, circuit)}: directory ${proven ? 'proven' : 'not proven'}`,
			editCircuit(circuit.id, { proven })
		);
	/** The first row that a thing stands in: a two-pole breaker is drawn once. */
	const startsAt = (o: Occupant, space: number) => o.space === space;
	const told = $derived(store.job.circuits.filter((c) => c.panelId === panel?.id && c.directory));
</script>

{#snippet breaker(o: Occupant)}
	{@const level = worst(o.id)}
	<button
		type="button"
		class="breaker"
		class:picked={store.selection?.id === o.id}
		class:found={o.kind === 'circuit' && o.circuit.state === 'found'}
		data-breaker={o.id}
		onclick={() => pick(o)}
		data-circuit={o.kind === 'circuit' ? o.id : undefined}
		{@attach takenUp}
	>
		<span class="name condensed">{nameOf(o)}</span>
		{#if level}<Mark kind={level} size={12} />{/if}
		<span class="what">{whatOf(o)} <span class="mono">{show(vaOf.get(o.id) ?? 0, 0)} VA</span></span>
	</button>
{/snippet}

{#if panel && load && map}
	<div class="head">
		{#if store.job.panels.length > 1}
			<div class="tabs">
				{#each store.job.panels as p (p.id)}
					<Btn small pressed={p.id === panel.id} onclick={() => (pickedId = p.id)}>{p.name}</Btn>
				{/each}
			</div>
		{/if}
		<p class="figures">
			<b>{spare}</b>
			{#if panel.spaces === null}between those in use; its spaces are not counted{:else}spare of {panel.spaces} spaces{/if}
			<b>{show(load.va / 1000, 1)}</b> kVA connected
			<b>{show(Math.abs(load.legs.A - load.legs.B) / 1000, 1)}</b> kVA between the legs
		</p>
		<Btn small look="quiet" onclick={() => store.select({ kind: 'panel', id: panel.id })}>{panel.name}, its facts</Btn>
	</div>
	<div class="columns">
		<div
			class="schedule"
			style:grid-template-rows={`repeat(${rows.length}, minmax(38px, auto))`}
			role="group"
			aria-label={`Spaces of ${panel.name}`}
		>
			{#each rows as row (row)}
				<span class="leg condensed" style:grid-row={row} title={`service leg ${legOfSpace(2 * row)}`}>{legOfSpace(2 * row)}</span>
				{#each [2 * row - 1, 2 * row] as space (space)}
					{#if space <= spaces}
						{@const all = map.get(space) ?? []}
						{@const side = space % 2 ? 'left' : 'right'}
						<span class="number mono {side}" style:grid-row={row}>{space}</span>
						<div
							class="cell {side}"
							data-space={space}
							style:grid-row={all.some((o) => o.poles === 2 && startsAt(o, space)) ? `${row} / span 2` : row}
							hidden={all.length > 0 && !all.some((o) => startsAt(o, space))}
						>
							{#each all.filter((o) => startsAt(o, space)) as o (o.id)}{@render breaker(o)}{:else}<span class="spare soft"
									>spare</span
								>{/each}
						</div>
					{/if}
				{/each}
			{/each}
		</div>
		<div class="beside">
			<Late load={() => import('./LegChart.svelte')}>{#snippet children(LegChart)}<LegChart {load} />{/snippet}</Late>
			{#if waiting.length}
				<h2>No space yet</h2>
				{#each waiting as { occupant } (occupant.id)}{@render breaker(occupant)}{/each}
				<Btn small look="main" onclick={placeAll}
					>Give {waiting.length === 1 ? 'it a space' : `all ${waiting.length} a space`}</Btn
				>
			{/if}
			{#if balance && worthIt}
				<h2>Better balance</h2>
				<p>
					{counted(balance.moves.length, 'breaker')} moved: {show(balance.now / 1000, 1)} kVA between legs becomes
					<b class="mono">{show(balance.then / 1000, 1)}</b>.
				</p>
				<Btn small onclick={() => balance && apply(`${panel.name} balanced`, balance.moves)}
					>Move {balance.moves.length === 1 ? 'it' : 'them'}</Btn
				>
			{:else}<p class="soft">No swap of single-pole breakers improves the balance much.</p>{/if}
			{#if !panel.label}<p class="soft">
					Its label is not entered: add it in the facts. Every breaker is checked against it.
				</p>{/if}
			{#if known && !isService(store.known, known)}<p class="soft">
					Keep neutrals and grounds separate here: it is fed from another panel.
				</p>{/if}
			{#if panel.kind === 'fuses'}<p class="soft">Fuses: the fuse in a holder says nothing about what its wire can carry.</p>{/if}
		</div>
	</div>
	{#if told.length}
		<h2>Old directory</h2>
		<p class="soft">Not proven until tested: switch the circuit off and find its outlets dead.</p>
		<table class="data">
			<thead><tr><th class="num">Space</th><th>Directory</th><th>Circuit here</th><th>Proven</th></tr></thead>
			<tbody>
				{#each told as c (c.id)}
					<tr>
						<td class="num">{spaceNumber(c)}</td>
						<td class:doubt={!c.proven}>“{c.directory}”</td>
						<td
							><button type="button" class="row" onclick={() => store.select({ kind: 'circuit', id: c.id })}>{c.name}</button>, {inWords(
								c.kind
							)}</td
						>
						<td>
							<Btn small pressed={!!c.proven} onclick={() => prove(c, !c.proven)}>
								{#if c.proven}<Mark kind="good" /> proven{:else}<Mark kind="unknown" /> not proven{/if}<span class="sr-only"
									>, {breakerName(store.job, c)}</span
								>
							</Btn>
						</td>
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
{:else}
	<p>No panel yet. Place one in Walk, or propose circuits: a job without a panel gets one.</p>
{/if}

<style>
	.head {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		justify-content: space-between;
		gap: var(--space-8) var(--space-12);
		margin-bottom: var(--space-10);
	}
	h2 {
		font-size: var(--type-lead);
	}
	.tabs {
		display: flex;
		gap: var(--space-6);
	}
	.figures {
		margin: 0;
	}
	.figures b {
		font-family: 'Barlow Condensed', sans-serif;
		font-size: var(--type-figure);
		line-height: 1;
		margin-left: var(--space-12);
	}
	.figures b:first-child {
		margin-left: 0;
	}
	.columns {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 208px;
		gap: var(--space-16);
		align-items: start;
	}
	.schedule {
		display: grid;
		grid-template-columns: 26px minmax(0, 1fr) 26px minmax(0, 1fr) 26px;
		border: 1.5px solid var(--ink);
		border-radius: 3px;
		padding: var(--space-6) var(--space-4);
		gap: var(--space-4) var(--space-4);
	}
	.number {
		align-self: center;
		font-size: var(--type-note);
		color: var(--soft);
		text-align: center;
	}
	.number.left {
		grid-column: 1;
	}
	.number.right {
		grid-column: 5;
	}
	.cable {
		grid-column: 3;
		align-self: center;
		text-align: center;
		font-size: var(--type-lead);
	}
	.cell {
		display: flex;
		min-width: 0;
		border-radius: 3px;
	}
	.cell[hidden] {
		display: none;
	}
	.cell.left {
		grid-column: 2;
	}
	.cell.right {
		grid-column: 4;
	}
	.spare {
		flex: 1;
		border: 1px dashed var(--rule);
		border-radius: 3px;
		align-self: stretch;
		display: grid;
		place-items: center;
		font-size: var(--type-note);
	}
	.breaker {
		flex: 1;
		min-width: 0;
		display: grid;
		grid-template-columns: minmax(0, 1fr) auto;
		align-content: center;
		column-gap: var(--space-4);
		border: 1.5px solid var(--ink);
		border-radius: 3px;
		background: var(--sheet);
		color: var(--ink);
		padding: var(--space-2) var(--space-6);
		text-align: left;
		line-height: 1.2;
	}
	.breaker.found {
		border-color: var(--soft);
		border-style: dotted;
	}
	.breaker.picked {
		border-style: solid;
		border-color: var(--copper);
		background: var(--copper-wash);
	}
	.name {
		font-size: var(--type-lead);
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.what {
		grid-column: 1 / -1;
		display: flex;
		justify-content: space-between;
		gap: var(--space-8);
		font-size: var(--type-note);
		color: var(--soft);
		white-space: nowrap;
	}
	.what .mono {
		font-size: var(--type-note);
	}
	.beside {
		display: grid;
		gap: var(--space-8);
	}
	.beside p {
		margin: 0;
		font-size: var(--type-small);
	}
	.beside .breaker {
		width: 100%;
	}
	.doubt {
		font-style: italic;
		color: var(--look);
	}
	@media (max-width: 820px) {
		.columns {
			grid-template-columns: 1fr;
		}
	}
	@media (max-width: 820px) {
		.schedule {
			grid-template-columns: 22px minmax(0, 1fr) 20px minmax(0, 1fr) 22px;
		}
		.breaker {
			min-height: 44px;
		}
		.what .mono {
			display: none;
		}
	}
</style>

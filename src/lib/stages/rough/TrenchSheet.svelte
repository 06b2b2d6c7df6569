<script lang="ts">
	import { BURIAL_PLACES, RACEWAYS, type BurialPlace } from '$core/model/kinds';
	import { editJob } from '$core/edit/job';
	import { editCable } from '$core/edit/cables';
	import { putPanel } from '$core/edit/fixtures';
	import type { Panel, ServiceTrench, TrenchFacts, TrenchSegment } from '$core/model/job';
	import { roughCheckId } from '$core/rough/check-list';
	import { freshId } from '$lib/store/jobs';
	import Btn from '$lib/kit/Btn.svelte';
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import Photos from '$lib/slip/Photos.svelte';
	import { saveText } from '$lib/store/save-file';
	import { drawTrench, trenchSvg } from '$core/formats/trench-drawing';
	import { reckonOf } from '$core/model/practice';
	import { burial } from '$core/rough/articles/300-5-burial';
	import { byEdition, spoilOf, trenchesOf, type Trench } from '$core/rough/trenches';
	import { show } from '$core/units/quantity';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { useJob } from '$lib/store/use-job';
	import Mark from '$lib/kit/Mark.svelte';
	import RuleChip from '$lib/kit/RuleChip.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	/** Cables in the ground: how deep, by the circuit's own protection; the trench cut across. */
	const store = useJob();
	const PLACES: Record<BurialPlace, string> = {
		general: 'yard, garden, anywhere else',
		'under-2in-concrete': 'trench under 2 in of concrete',
		'under-building': 'under a building',
		'slab-4in-no-vehicles': 'under 4 in slab outdoors, no vehicles',
		street: 'street, road, parking lot',
		'dwelling-driveway': "a dwelling's driveway"
	};
	const trenches = $derived(trenchesOf({ edition: store.edition, job: store.known }));
	const form = new FormDraft(draftKey(store.job.id, 'trench'), { diameter: '0.5' });
	const num = (text: string) => (Number.isFinite(Number(text)) ? Math.max(0, Number(text)) : 0);
	const reckon = $derived(reckonOf(store.job.practice));
	const widthIn = $derived(reckon.trenchIn);
	const under = $derived({ outsideDiameterIn: num(form.now.diameter), beddingIn: reckon.beddingIn });
	/** A trench that nobody parted has one stretch, in open ground. */
	const stretches = ({ facts }: Trench): TrenchSegment[] =>
		facts.segments.length ? facts.segments : [{ id: 'all', ft: null, place: 'general', pavingIn: 0 }];
	function set(t: Trench, what: string, change: Partial<TrenchFacts>): void {
		const words = `Trench: ${what}`;
		const trench = { ...t.facts, ...change };
		const panel = store.job.panels.find((p) => p.id === t.of.id);
		if (t.what === 'cable') void store.edit(words, editCable(t.of.id, { trench }));
		else if (t.what === 'feeder' && panel?.feeder)
			void store.edit(words, putPanel({ ...panel, feeder: { ...panel.feeder, trench } }));
		else if (panel?.serviceTrench)
			void store.edit(words, putPanel({ ...panel, serviceTrench: { ...panel.serviceTrench, ...change } }));
	}
	const setService = (panel: Panel, what: string, change: Partial<ServiceTrench> | null) =>
		store.edit(
			`Service: ${what}`,
			putPanel({
				...panel,
				serviceTrench:
					change === null
						? undefined
						: { segments: [], whose: 'customer', raceway: null, lengthFt: null, ...panel.serviceTrench, ...change }
			})
		);
	/** Panels with a service of their own, of which nobody said that it lies in the ground. */
	const services = $derived(store.job.panels.filter((p) => !p.feeder && !p.serviceTrench));
	const parted = (t: Trench): TrenchSegment[] => stretches(t).map((s) => ({ ...s, id: s.id === 'all' ? freshId() : s.id }));
	const setStretch = (t: Trench, i: number, change: Partial<TrenchSegment>, what: string) =>
		set(t, what, { segments: parted(t).map((s, k) => ({ ...s, ...(k === i ? change : {}) })) });
	const more = (t: Trench) =>
		set(t, 'another stretch', { segments: [...parted(t), { id: freshId(), ft: null, place: 'general', pavingIn: 0 }] });
	/** What was measured, held against what is due: shown where it is typed. */
	const verdicts = (t: Trench) =>
		store.assessment.stages.rough.findings.filter(
			(f) => f.code.startsWith('found-') && f.subject.kind === t.of.kind && f.subject.id === t.of.id
		);
	const setBedding = (v: string) =>
		store.edit('Bedding', editJob({ practice: { ...store.job.practice, reckon: { ...reckon, beddingIn: Number(v) } } }));
	const setWidth = (v: string) =>
		store.edit('Width of a trench', editJob({ practice: { ...store.job.practice, reckon: { ...reckon, trenchIn: Number(v) } } }));
	const widthFault = (v: string) => (Number(v) >= 1 && Number(v) <= 48 ? null : `1 to 48 in; got "${v}"`);
	const measured = (most: number) => (v: string) =>
		v.trim() === '' || (Number(v) >= 0 && Number(v) <= most) ? null : `0 to ${most}, or nothing; got "${v}"`;
	const figureOf = (v: string) => (v.trim() === '' ? undefined : Number(v));

	const within = (most: number) => (text: string) =>
		text.trim() && Number(text) >= 0 && Number(text) <= most ? null : `0 to ${most} in; got "${text}"`;
	const nameOf = (t: Trench): string => {
		const cable = t.what === 'cable' && store.job.cables.find((l) => l.id === t.of.id);
		return cable ? `${cable.fromId ? store.placeName(cable.fromId) : '?'} to ${store.placeName(cable.toId)}` : t.name;
	};
	const keyOf = (t: Trench) => `${t.what} ${t.of.id}`;
</script>

<p>
	<Mark kind="caution" word /> Before a shovel goes in: call the utility-locating service (811 in the United States) and wait its days.
	Other utilities in the same trench: local rules. Inspection before backfill.
</p>
<div class="set">
	<TextField label="Outside diameter, in" value={form.now.diameter} check={within(12)} onkeep={(v) => (form.now.diameter = v)} />
	<TextField label="Bedding, in" value={String(reckon.beddingIn)} check={within(24)} onkeep={setBedding} />
	<TextField label="Width, in" value={String(widthIn)} check={widthFault} onkeep={setWidth} />
</div>
{#each trenches as t (keyOf(t))}
	{@const facts = t.facts}
	{@const service = t.what === 'service' ? store.job.panels.find((p) => p.id === t.of.id) : undefined}
	{@const trench = facts.bore ? ('bore' as const) : ('open' as const)}
	{@const list = stretches(t).map((s) => ({
		s,
		given: { ...under, trench, place: s.place, pavingIn: s.pavingIn },
		b: burial(store.edition, { ...t.case, ...under, trench, place: s.place, pavingIn: s.pavingIn })
	}))}
	{@const deepest = list.reduce((x, y) => (y.b.digIn > x.b.digIn ? y : x))}
	{@const { b, given } = deepest}
	{@const d = drawTrench(b, {
		widthIn,
		beddingIn: under.beddingIn,
		diameterIn: under.outsideDiameterIn,
		ribbonIn: store.edition.ground.ribbon.aboveIn
	})}
	<section>
		<h2>
			<button type="button" class="row" onclick={() => store.select(t.of)}>{nameOf(t)}</button>
		</h2>
		{#if service?.serviceTrench}
			<div class="set">
				<SelectField
					label="Whose conductors"
					value={service.serviceTrench.whose}
					options={[
						{ value: 'customer', name: "the customer's" },
						{ value: 'utility', name: "the utility's own" }
					]}
					onkeep={(v) => setService(service, 'whose', { whose: v === 'utility' ? 'utility' : 'customer' })}
				/>
				<SelectField
					label="In"
					value={service.serviceTrench.raceway ?? ''}
					options={[{ value: '', name: 'the ground, no raceway' }, ...RACEWAYS.map((value) => ({ value, name: value }))]}
					onkeep={(v) => setService(service, 'raceway', { raceway: RACEWAYS.find((x) => x === v) ?? null })}
				/>
				<TextField
					label="Length, ft"
					value={service.serviceTrench.lengthFt === null ? '' : String(service.serviceTrench.lengthFt)}
					check={measured(2000)}
					onkeep={(v) => setService(service, 'length', { lengthFt: figureOf(v) ?? null })}
				/>
				<Btn small onclick={() => setService(service, 'not in the ground', null)}>Not in the ground</Btn>
			</div>
		{/if}
		<p class="big">
			<b>{b.coverIn} in</b> of cover, dig <b>{show(b.digIn, 1)} in</b>
			<span class="soft"
				>column {b.column}; {t.case.method.replace('-', ' ')}, {t.case.circuit.volts} V, {t.case.circuit.amps} A, {t.protectedBy}</span
			>
		</p>
		<div class="two">
			<svg
				viewBox={`0 0 ${d.width} ${d.height}`}
				width={d.width}
				height={d.height}
				role="img"
				aria-label={`Trench: ${d.marks.map((m) => m.text).join(', ')}`}
			>
				<path class="earth" d={`M0 ${d.gradeY}H${d.width}V${d.height}H0Z`} />
				<rect class="cut" x={d.trench.x} y={d.gradeY} width={d.trench.width} height={d.trench.bottomY - d.gradeY} />
				{#if d.bedding}<rect
						class="bedding"
						x={d.trench.x}
						y={d.bedding.y}
						width={d.trench.width}
						height={d.bedding.height}
					/>{/if}
				<path class="grade" d={`M0 ${d.gradeY}H${d.width}`} />
				{#if d.ribbonY !== null}<path class="ribbon" d={`M${d.trench.x} ${d.ribbonY}h${d.trench.width}`} />{/if}
				<circle class="cable" cx={d.cable.x} cy={d.cable.y} r={d.cable.r} />
				<path class="riser" d={`M${d.riser.x} ${d.riser.fromY}V${d.riser.topY}`} />
				<text x={d.riser.x + 10} y={d.riser.topY + 12}>to {b.riser.toFt} ft up</text>
				<text x={d.riser.x + 10} y={d.riser.fromY}>from {b.riser.fromIn} in</text>
				{#each d.marks as m (m.text)}<text x={d.trench.x + d.trench.width + 8} y={m.y + 4}>{m.text}</text>{/each}
			</svg>
			<div>
				<table class="data">
					<thead><tr><th class="num">Edition</th><th class="num">Cover</th><th class="num">Column</th><th>Ribbon</th></tr></thead>
					<tbody>
						{#each byEdition(t, given) as row (row.edition)}
							<tr aria-selected={row.edition === store.edition.key}>
								<td class="num">{row.edition}</td><td class="num">{row.burial.coverIn} in</td><td class="num"
									>{row.burial.column}</td
								>
								<td>{row.burial.warningRibbon ? 'due' : 'none'}</td>
							</tr>
						{/each}
					</tbody>
				</table>
				{#if facts.bore}<p>Bored: no trench, no ribbon.</p>
				{:else if t.lengthFt !== null}
					{@const said = list.reduce((sum, x) => sum + (x.s.ft ?? 0), 0)}
					{@const rest = Math.max(0, t.lengthFt - said) / Math.max(1, list.filter((x) => x.s.ft === null).length)}
					{@const spoil = list
						.map((x) => spoilOf(x.s.ft ?? rest, x.b.digIn, widthIn))
						.reduce((p, q) => ({ cuFt: p.cuFt + q.cuFt, cuYd: p.cuYd + q.cuYd }))}
					{#if said > t.lengthFt}<p><Mark kind="caution" /> Its stretches are longer than the cable.</p>{/if}
					<p>{show(t.lengthFt, 0)} ft, {widthIn} in wide: {show(spoil.cuFt, 0)} cu ft ({show(spoil.cuYd, 1)} cu yd) to dig.</p>
				{:else}<p><Mark kind="unknown" /> Its length is not known.</p>{/if}
				{#if b.warningRibbon && t.lengthFt !== null}<p>Ribbon: {show(Math.ceil(t.lengthFt), 0)} ft.</p>{/if}
				{#each b.findings as f (f.id)}<p><Mark kind={f.severity} /> {f.message} <RuleChip rule={f.rule} /></p>{/each}
			</div>
		</div>
		<div class="stretches">
			<table class="data">
				<thead
					><tr
						><th>Stretch</th><th>Where it lies</th><th class="num">Feet</th><th class="num">Paving, in</th><th class="num"
							>Cover</th
						><th class="num">Dig</th><td></td></tr
					></thead
				>
				<tbody>
					{#each list as { s, b: own }, i (s.id)}
						<tr>
							<td>{i + 1}</td>
							<td
								><SelectField
									label={`Stretch ${i + 1}: where it lies`}
									hideLabel
									value={s.place}
									options={BURIAL_PLACES.map((value) => ({ value, name: PLACES[value] }))}
									onkeep={(v) => setStretch(t, i, { place: BURIAL_PLACES.find((p) => p === v) ?? 'general' }, 'where it lies')}
								/></td
							>
							<td class="num"
								><TextField
									label={`Stretch ${i + 1}: feet`}
									hideLabel
									value={s.ft === null ? '' : String(s.ft)}
									placeholder="rest"
									check={measured(10_000)}
									onkeep={(v) => setStretch(t, i, { ft: Number(v) > 0 ? Number(v) : null }, 'feet')}
								/></td
							>
							<td class="num"
								><TextField
									label={`Stretch ${i + 1}: paving`}
									hideLabel
									value={String(s.pavingIn)}
									check={within(24)}
									onkeep={(v) => setStretch(t, i, { pavingIn: Number(v) }, 'paving')}
								/></td
							>
							<td class="num">{own.coverIn} in</td>
							<td class="num"><b>{show(own.digIn, 1)} in</b></td>
							<td
								>{#if list.length > 1}<CrossBtn
										label={`Remove stretch ${i + 1}`}
										onclick={() => set(t, 'stretch removed', { segments: facts.segments.filter((x) => x.id !== s.id) })}
									/>{/if}</td
							>
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
		<p class="no-print">
			<Btn small onclick={() => more(t)}>Another stretch</Btn>
			<Btn
				small
				onclick={() => saveText(`${store.job.name} trench ${nameOf(t)}.svg`, 'image/svg+xml', trenchSvg(d, b, nameOf(t)))}
				>Save picture</Btn
			>
		</p>
		<Fold title="As measured" open={facts.coverIn !== undefined}>
			<div class="set">
				<FlagField
					label="Bored, not dug"
					value={facts.bore ?? false}
					onkeep={(v) => set(t, v ? 'bored' : 'dug', { bore: v || undefined })}
				/>
				<TextField
					label="Cover, in"
					value={facts.coverIn === undefined ? '' : String(facts.coverIn)}
					check={measured(240)}
					onkeep={(v) => set(t, 'cover as measured', { coverIn: figureOf(v) })}
				/>
				<TextField
					label="Riser begins, in down"
					value={facts.riserFromIn === undefined ? '' : String(facts.riserFromIn)}
					check={measured(240)}
					onkeep={(v) => set(t, 'riser', { riserFromIn: figureOf(v) })}
				/>
				<TextField
					label="Riser ends, ft up"
					value={facts.riserToFt === undefined ? '' : String(facts.riserToFt)}
					check={measured(100)}
					onkeep={(v) => set(t, 'riser', { riserToFt: figureOf(v) })}
				/>
				<FlagField
					label="Corroded"
					value={facts.corroded ?? false}
					onkeep={(v) => set(t, v ? 'corroded' : 'not corroded', { corroded: v || undefined })}
				/>
			</div>
			{#each verdicts(t) as f (f.id)}<p><Mark kind={f.severity} word /> {f.message} <RuleChip rule={f.rule} /></p>{:else}
				{#if facts.coverIn !== undefined && t.case.circuit.service !== 'utility'}<p>
						<Mark kind="good" />
						{show(facts.coverIn, 1)} in of cover: {b.coverIn} in required.
					</p>{/if}
			{/each}
			<p class="soft">Before it is covered: photo, and the inspector.</p>
			<Photos of={{ kind: 'check', id: roughCheckId('cable', t.of.id, 'backfill') }} />
		</Fold>
	</section>
{:else}
	<p>No cable lies in the ground: say of a cable where it lies, in its slip, or draw a box outdoors across the yard.</p>
{/each}
{#if services.length}
	<p class="no-print">
		{#each services as panel (panel.id)}<Btn small onclick={() => setService(panel, 'in the ground', {})}
				>Service to {panel.name} is in the ground</Btn
			>{/each}
	</p>
{/if}

<style>
	.set {
		display: grid;
		grid-template-columns: 2fr 1fr 1fr 1fr;
		gap: var(--space-10);
		margin: var(--space-8) 0;
	}
	h2 {
		font-size: var(--type-lead);
		margin: var(--space-12) 0 var(--space-2);
	}
	.big {
		font-size: var(--type-head);
		margin: 0 0 var(--space-6);
	}
	.big b {
		font-size: var(--type-figure);
	}
	.big .soft {
		font-size: var(--type-body);
	}
	.stretches {
		overflow-x: auto;
	}
	.stretches table {
		min-width: 620px;
	}
	.two {
		display: grid;
		grid-template-columns: 380px 1fr;
		gap: var(--space-16);
	}
	svg {
		max-width: 100%;
		height: auto;
	}
	.earth {
		fill: var(--paper);
	}
	.cut {
		fill: var(--sheet);
		stroke: var(--ink);
	}
	.bedding {
		fill: var(--rule);
	}
	.grade {
		stroke: var(--ink);
		stroke-width: 2;
	}
	.ribbon {
		stroke: var(--stop);
		stroke-width: 3;
		stroke-dasharray: 8 4;
	}
	.cable {
		fill: var(--copper);
		stroke: var(--ink);
	}
	.riser {
		stroke: var(--ink);
		stroke-width: 6;
	}
	svg text {
		font: 600 13px var(--mono);
		fill: var(--ink);
	}
	@media (max-width: 820px) {
		.set,
		.two {
			grid-template-columns: 1fr;
		}
	}
</style>

<script lang="ts">
	import { BURIAL_PLACES, type BurialPlace } from '$core/code/shape/ground';
	import { drawTrench } from '$core/formats/trench-drawing';
	import { DEFAULT_RECKON } from '$core/model/practice';
	import { burial } from '$core/rough/articles/300-5-burial';
	import { byEdition, spoilOf, trenchesOf } from '$core/rough/trenches';
	import { show } from '$core/units/quantity';
	import { draftKey } from '$lib/data/drafts';
	import { FormDraft } from '$lib/data/form-draft.svelte';
	import { useJob } from '$lib/data/job-store.svelte';
	import Mark from '$lib/ui/Mark.svelte';
	import RuleChip from '$lib/ui/RuleChip.svelte';
	import SelectField from '$lib/ui/fields/SelectField.svelte';
	import TextField from '$lib/ui/fields/TextField.svelte';

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
	const form = new FormDraft(draftKey(store.job.id, 'trench'), { place: 'general', diameter: '0.5', bedding: '0', paving: '0' });
	const place = $derived(BURIAL_PLACES.find((p) => p === form.now.place) ?? 'general');
	const num = (text: string) => (Number.isFinite(Number(text)) ? Math.max(0, Number(text)) : 0);
	const given = $derived({
		place,
		outsideDiameterIn: num(form.now.diameter),
		beddingIn: num(form.now.bedding),
		pavingIn: num(form.now.paving)
	});
	const widthIn = $derived((store.job.practice.reckon ?? DEFAULT_RECKON).trenchIn);
	const within = (most: number) => (text: string) =>
		text.trim() && Number(text) >= 0 && Number(text) <= most ? null : `0 to ${most} in; got "${text}"`;
	const name = (legId: string) => {
		const leg = store.job.legs.find((l) => l.id === legId);
		return leg ? `${leg.fromId ? store.placeName(leg.fromId) : '?'} to ${store.placeName(leg.toId)}` : '?';
	};
</script>

<p>
	<Mark kind="caution" word /> Before a shovel goes in: call the utility-locating service (811 in the United States) and wait its days.
	Other utilities in the same trench: local rules. Inspection before backfill.
</p>
<div class="set">
	<SelectField
		label="Where it lies"
		value={place}
		options={BURIAL_PLACES.map((value) => ({ value, name: PLACES[value] }))}
		onkeep={(v) => (form.now.place = v)}
	/>
	<TextField label="Outside diameter, in" value={form.now.diameter} check={within(12)} onkeep={(v) => (form.now.diameter = v)} />
	<TextField label="Bedding, in" value={form.now.bedding} check={within(24)} onkeep={(v) => (form.now.bedding = v)} />
	<TextField label="Paving over it, in" value={form.now.paving} check={within(24)} onkeep={(v) => (form.now.paving = v)} />
</div>
{#each trenches as t (t.legId)}
	{@const b = burial(store.edition, { ...t.case, ...given })}
	{@const d = drawTrench(b, {
		widthIn,
		beddingIn: given.beddingIn,
		diameterIn: given.outsideDiameterIn,
		ribbonIn: store.edition.ground.ribbon.aboveIn
	})}
	<section>
		<h2>
			<button type="button" class="row" onclick={() => store.select({ kind: 'leg', id: t.legId })}>{name(t.legId)}</button>
		</h2>
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
					<thead><tr><th>Edition</th><th>Cover</th><th>Column</th><th>Ribbon</th></tr></thead>
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
				{#if t.lengthFt !== null}
					{@const spoil = spoilOf(t.lengthFt, b.digIn, widthIn)}
					<p>{show(t.lengthFt, 0)} ft, {widthIn} in wide: {show(spoil.cuFt, 0)} cu ft ({show(spoil.cuYd, 1)} cu yd) to dig.</p>
				{:else}<p><Mark kind="unknown" /> Its length is not known.</p>{/if}
				{#each b.findings as f (f.id)}<p><Mark kind={f.severity} /> {f.message} <RuleChip rule={f.rule} /></p>{/each}
			</div>
		</div>
	</section>
{:else}
	<p>No leg lies in the ground: say of a leg where it lies, in its slip, or draw a box outdoors across the yard.</p>
{/each}

<style>
	.set {
		display: grid;
		grid-template-columns: 2fr 1fr 1fr 1fr;
		gap: 10px;
		margin: 8px 0;
	}
	h2 {
		font-size: 18px;
		margin: 14px 0 2px;
	}
	.big {
		font-size: 20px;
		margin: 0 0 6px;
	}
	.big b {
		font-size: 30px;
	}
	.big .soft {
		font-size: 15px;
	}
	.two {
		display: grid;
		grid-template-columns: 380px 1fr;
		gap: 16px;
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

<script lang="ts">
	import { part } from '$lib/kit/late.svelte';
	import { allLabels, LABEL_SIZE, labelSheets, readyLabels, sheetPlaces } from '$core/handover/labels';
	import { MISSING } from '$core/claims/missing';
	import { counted, show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import { saveBytes, saveText } from '$lib/store/save-file';
	import Btn from '$lib/kit/Btn.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import RuleChip from '$lib/kit/RuleChip.svelte';

	/** Labels that the rules ask for, as a list and as sheets to print and cut. */
	const store = useJob();
	let size = $state({ ...LABEL_SIZE });
	const labels = $derived(allLabels(store.edition, store.known, store.seen));
	/** What a label says must be proven before it is printed. */
	const ready = $derived(readyLabels(labels));
	const sheets = $derived(labelSheets(ready, size));
	const inches = (least: number, most: number) => (v: string) =>
		Number(v) >= least && Number(v) <= most ? null : `Inches, ${least} to ${most}; got "${v}"`;
	async function pdf(): Promise<void> {
		const made = await part(() => import('$lib/documents/pdf'));
		if (made) saveBytes(`${store.job.name} labels.pdf`, 'application/pdf', await made.labelPdf(ready, size));
	}
	const save = () => sheets.forEach((svg, i) => saveText(`${store.job.name} labels ${i + 1}.svg`, 'image/svg+xml', svg));
</script>

{#if labels.length}
	<div class="set no-print">
		<TextField
			label="Width, in"
			value={show(size.widthIn, 3)}
			check={inches(0.5, 4)}
			inputmode="decimal"
			onkeep={(v) => (size.widthIn = Number(v))}
		/>
		<TextField
			label="Height, in"
			value={show(size.heightIn, 3)}
			check={inches(0.2, 3)}
			inputmode="decimal"
			onkeep={(v) => (size.heightIn = Number(v))}
		/>
		<p class="soft">
			{counted(ready.length, 'label')} to print{ready.length < labels.length ? ` of ${labels.length}` : ''}, {sheetPlaces(size)
				.length} to a letter page. Visible after installation.
		</p>
		<Btn look="main" disabled={!ready.length} onclick={pdf}>Save as PDF</Btn>
		<Btn disabled={!ready.length} onclick={() => print()}>Print</Btn>
		<Btn disabled={!ready.length} onclick={save}>Save as SVG</Btn>
	</div>
	<table class="data no-print">
		<thead><tr><th>Box</th><th>Label</th><th>Required by</th></tr></thead>
		<tbody>
			{#each labels as l, i (i)}
				<tr>
					<td
						><button type="button" class="row" onclick={() => store.select({ kind: 'box', id: l.boxId })}>{l.boxName}</button></td
					>
					<td
						><span class="label">{l.text}</span>{#if l.waits}&nbsp;<Mark kind="unknown" /> waits: {MISSING[l.waits]
								.words}{/if}{#if l.lacks}&nbsp;<Mark kind="unknown" /> not entered: {l.lacks}{/if}</td
					>
					<td><RuleChip rule={l.rule} /></td>
				</tr>
			{/each}
		</tbody>
	</table>
	<!-- The sheets are our own drawing, names in them escaped. -->
	<!-- eslint-disable-next-line svelte/no-at-html-tags -->
	{#each sheets as svg, i (i)}<div class="page" aria-label={`Sheet ${i + 1} of labels`} role="img">{@html svg}</div>{/each}
{:else}
	<p>No label needed yet. An ungrounded receptacle replaced behind GFCI needs one: choose the replacement under Replace.</p>
{/if}

<style>
	.set {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-12);
		align-items: end;
		margin-bottom: var(--space-12);
	}
	.set p {
		margin: 0;
		flex: 1;
		min-width: 180px;
	}
	.set :global(.field) {
		width: 110px;
	}
	.label {
		border: 1.5px solid var(--ink);
		border-radius: 3px;
		padding: 0 var(--space-6);
		font-weight: 600;
	}
	.page {
		margin-top: var(--space-12);
		background: #fff;
		border: 1px solid var(--rule);
		max-width: 520px;
	}
	.page :global(svg) {
		width: 100%;
		height: auto;
		display: block;
	}
	@media print {
		.page {
			border: 0;
			max-width: none;
			margin: 0;
			break-after: page;
		}
		.page :global(svg) {
			width: 8.5in;
			height: 11in;
		}
	}
</style>

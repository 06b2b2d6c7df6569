<script lang="ts">
	import { breakerName } from '$core/model/breaker-name';
	import { sayDay, today } from '$lib/clock';
	import { part } from '$lib/kit/late.svelte';
	import { boxesServed } from '$core/run/runs';
	import { codeLetter, type CodeLetter } from '$core/handover/code-letter';
	import type { Box } from '$core/model/known';
	import { useJob } from '$lib/store/use-job';
	import { allPhotos } from '$lib/store/jobs';
	import { saveBytes } from '$lib/store/save-file';
	import Btn from '$lib/kit/Btn.svelte';
	import RuleChip from '$lib/kit/RuleChip.svelte';

	/** The letter for one outlet, or for each outlet of a run, to be printed or saved as PDF. */
	const store = useJob();
	let photos = $state.raw<ReadonlyMap<string, number>>(new Map());
	// Photos lie in the browser's store, not in the job.
	$effect(() => {
		void allPhotos(store.job.id).then((all) => {
			const counts = new Map<string, number>();
			for (const { of } of all) if (of.kind === 'box') counts.set(of.id, (counts.get(of.id) ?? 0) + 1);
			photos = counts;
		});
	});
	interface Props {
		/** Of these boxes, a letter each; left out: of the box that is picked, or of the run. */
		of?: readonly Box[];
		/** Letters that are made already: of a breaker. */
		made?: readonly CodeLetter[];
	}
	let { of, made }: Props = $props();
	const boxes = $derived(of ?? (store.box ? [store.box] : store.circuit && store.run ? boxesServed(store.job, store.run) : []));
	const letters = $derived(
		made ?? boxes.map((box) => codeLetter(store.ruled, box, { ...store.seen, photos: photos.get(box.id) ?? 0 }))
	);
	async function pdf(): Promise<void> {
		const [first] = letters;
		if (!first) return;
		const documents = await part(() => import('$lib/documents/pdf'));
		if (!documents) return;
		const name = letters.length > 1 && !of ? breakerName(store.job, store.circuit ?? undefined) : first.title;
		saveBytes(`${store.job.name} ${name}.pdf`, 'application/pdf', await documents.letterPdf(letters, today(), store.job.name));
	}
</script>

{#if letters.length}
	<div class="no-print acts"><Btn look="main" onclick={pdf}>Save as PDF</Btn> <Btn onclick={() => print()}>Print</Btn></div>
	{#each letters as letter (letter.title)}<article>
			<header>
				<h2>Code basis: {letter.title}</h2>
				<p>{letter.head}</p>
				<p class="soft">{sayDay(today())}</p>
			</header>
			<h3>As found</h3>
			<ul>
				{#each letter.facts as f, i (i)}<li>{f}</li>{/each}
			</ul>
			{#if letter.before.length}
				<h3>Read before</h3>
				<ul>
					{#each letter.before as b, i (i)}<li>{b}</li>{/each}
				</ul>
			{/if}
			{#if letter.done.length}
				<h3>Done</h3>
				<ul>
					{#each letter.done as d, i (i)}<li>{d}</li>{/each}
				</ul>
			{/if}
			{#if letter.dead.length}
				<h3>Verified dead</h3>
				<ul>
					{#each letter.dead as d, i (i)}<li>{d}</li>{/each}
				</ul>
			{/if}
			<h3>As left</h3>
			<ul>
				{#each letter.left as l, i (i)}<li>{l}</li>{/each}
			</ul>
			<h3>What the rules require, in our words</h3>
			<ul>
				{#each letter.points as p, i (i)}<li>{p.text} <RuleChip rule={p.rule} /></li>{:else}<li>
						No special protection is required for this outlet.
					</li>{/each}
			</ul>
			<h3>{letter.done.length ? 'Read after' : 'Evidence'}</h3>
			<ul>
				{#each letter.evidence as x, i (i)}<li class="mono">{x}</li>{:else}<li>None yet.</li>{/each}
			</ul>
			{#if letter.tester.length}
				<h3>What a plug-in tester will show, and why that is expected</h3>
				{#each letter.tester as t, i (i)}<p>{t}</p>{/each}
			{/if}
			{#if letter.asks.length}
				<h3>What may still be required</h3>
				<ul>
					{#each letter.asks as a, i (i)}<li>{a}</li>{/each}
				</ul>
			{/if}
			<p class="close">{letter.closing}</p>
		</article>{/each}
{:else}<p>
		Pick an outlet, or a circuit for all its outlets: under Outlets, on the plan or with <b>/</b>. The letter gives facts, rules,
		readings and what a tester will show.
	</p>{/if}

<style>
	.acts {
		margin-bottom: var(--space-10);
	}
	article {
		border: 1.5px solid var(--ink);
		border-radius: 4px;
		padding: var(--space-16) var(--space-24);
		max-width: 720px;
		margin-bottom: var(--space-12);
	}
	header p {
		margin: var(--space-2) 0;
	}
	h3 {
		margin-top: var(--space-12);
	}
	ul {
		list-style: disc;
		margin: var(--space-4) 0;
		padding-left: var(--space-16);
	}
	li.mono {
		font-size: var(--type-note);
	}
	.close {
		margin-top: var(--space-16);
		border-top: 1px solid var(--rule);
		padding-top: var(--space-8);
	}
	@media print {
		article {
			border: 0;
			padding: 0;
			max-width: none;
			break-after: page;
		}
	}
</style>

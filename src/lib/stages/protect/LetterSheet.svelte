<script lang="ts">
	import { codeLetter } from '$core/handover/code-letter';
	import { useJob } from '$lib/data/job-store.svelte';
	import { saveBytes } from '$lib/data/save-file';
	import Btn from '$lib/ui/Btn.svelte';
	import RuleChip from '$lib/ui/RuleChip.svelte';

	/** The letter for one outlet, to be printed or saved as PDF. */
	const store = useJob();
	const letter = $derived(store.box ? codeLetter(store.edition, store.job, store.box, store.readings) : null);
	async function pdf(): Promise<void> {
		if (!letter) return;
		const { letterPdf } = await import('$lib/documents/pdf');
		saveBytes(`${store.job.name} ${letter.title}.pdf`, 'application/pdf', await letterPdf(letter, today));
	}
	const today = new Date().toISOString().slice(0, 10);
</script>

{#if letter}
	<div class="no-print acts"><Btn look="main" onclick={pdf}>Save as PDF</Btn> <Btn onclick={() => print()}>Print</Btn></div>
	<article>
		<header>
			<h2>Code basis: {letter.title}</h2>
			<p>{letter.head}</p>
			<p class="soft">{today}</p>
		</header>
		<h3>What is there</h3>
		<ul>
			{#each letter.facts as f, i (i)}<li>{f}</li>{/each}
		</ul>
		<h3>What the rules ask, in our words</h3>
		<ul>
			{#each letter.points as p, i (i)}<li>{p.text} <RuleChip rule={p.rule} /></li>{:else}<li>
					No protection beyond the ordinary is asked of this outlet.
				</li>{/each}
		</ul>
		<h3>Evidence</h3>
		<ul>
			{#each letter.evidence as x, i (i)}<li class="mono">{x}</li>{:else}<li>None with the job yet.</li>{/each}
		</ul>
		{#if letter.tester.length}
			<h3>What a plug-in tester will show, and why that is expected</h3>
			{#each letter.tester as t, i (i)}<p>{t}</p>{/each}
		{/if}
		{#if letter.asks.length}
			<h3>Where more may be asked</h3>
			<ul>
				{#each letter.asks as a, i (i)}<li>{a}</li>{/each}
			</ul>
		{/if}
		<p class="close">{letter.closing}</p>
	</article>
{:else}<p>
		Pick an outlet: under Outlets, on the plan or by <b>/</b>. Its letter gives facts, rules, readings, and what a tester will
		show.
	</p>{/if}

<style>
	.acts {
		margin-bottom: 10px;
	}
	article {
		border: 1.5px solid var(--ink);
		border-radius: 4px;
		padding: 18px 24px;
		max-width: 720px;
	}
	header p {
		margin: 2px 0;
	}
	h3 {
		margin-top: 14px;
	}
	ul {
		list-style: disc;
		margin: 4px 0;
		padding-left: 20px;
	}
	li.mono {
		font-size: 13.5px;
	}
	.close {
		margin-top: 18px;
		border-top: 1px solid var(--rule);
		padding-top: 8px;
	}
	@media print {
		article {
			border: 0;
			padding: 0;
			max-width: none;
		}
	}
</style>

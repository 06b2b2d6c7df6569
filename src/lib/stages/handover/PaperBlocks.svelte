<script lang="ts">
	import Wide from '$lib/kit/Wide.svelte';
	import type { Block, Figure } from '$core/handover/blocks';
	import type { SignedAs } from '$lib/documents/pdf-definition';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		blocks: readonly Block[];
		large?: boolean | undefined;
		/** Draws what a figure is of. */
		draw: (of: Figure) => string | null;
		signed: readonly SignedAs[];
	}
	/** A paper on the screen and in print: the same blocks as its PDF. */
	let { blocks, large = false, draw, signed }: Props = $props();
	/** Drawings of our own, in which every name is text: shown as pictures, so that nothing in them can run. */
	const source = (svg: string) => `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
</script>

<article class:large>
	{#each blocks as block, i (i)}
		{#if block.kind === 'title'}<h2>{block.text}</h2>
		{:else if block.kind === 'heading'}<h3>{block.text}</h3>
		{:else if block.kind === 'paragraph'}<p class:small={block.small}>{block.text}</p>
		{:else if block.kind === 'list'}<ul>
				{#each block.lines as line, n (n)}<li>{line}</li>{/each}
			</ul>
		{:else if block.kind === 'table'}
			{@const num = block.num ?? []}
			<Wide always widthIn={block.widthIn}>
				<table class="data">
					<thead
						><tr>
							{#each block.head as h, n (n)}<th class:num={num.includes(n)}>{h}</th>{/each}
						</tr></thead
					>
					<tbody>
						{#each block.rows as row, r (r)}
							<tr
								>{#each row as cell, n (n)}<td class:num={num.includes(n)}>{cell}</td>{/each}</tr
							>
						{/each}
					</tbody>
				</table>
			</Wide>
		{:else if block.kind === 'ledger'}
			<Wide always>
				<table class="data">
					<tbody>
						{#each block.rows as row, r (r)}
							<tr
								><td>{row.label}</td><td class="soft">{row.formula}</td><td class="num">{row.value}</td><td>{row.section}</td></tr
							>
						{/each}
					</tbody>
				</table>
			</Wide>
		{:else if block.kind === 'figure'}
			{@const svg = draw(block.of)}
			{#if svg}
				<figure class={block.of.kind}>
					{#if block.caption}<figcaption>{block.caption}</figcaption>{/if}
					<img src={source(svg)} alt={block.caption || 'Sheet of labels'} />
				</figure>
			{/if}
		{:else if block.kind === 'signature'}
			{@const own = signed.filter((s) => s.role === block.role)}
			{#each own as s, n (n)}
				<div class="signed">
					<img src={source(s.drawn)} alt={`Signature of ${s.name}`} />
					<p>
						<b>{s.role}: {s.name}</b><br />{s.license ? `License ${s.license}, ` : ''}{s.day}
						{#if s.changed}<br /><Mark kind="caution" /> The paper was changed after this signature.{/if}
					</p>
				</div>
			{:else}<p class="line">{block.role}: name, signature, license, date</p>
			{/each}
		{:else}<hr />
		{/if}
	{/each}
</article>

<style>
	article {
		max-width: 860px;
	}
	.large {
		font-size: var(--type-head);
	}
	h2 {
		font-size: var(--type-head);
		margin: var(--space-8) 0 var(--space-4);
	}
	h3 {
		font-size: var(--type-lead);
		margin: var(--space-12) 0 var(--space-4);
	}
	.large h3 {
		font-size: var(--type-head);
	}
	p {
		margin: var(--space-2) 0;
	}
	.small {
		font-size: var(--type-note);
		color: var(--soft);
		margin-top: var(--space-12);
	}
	ul {
		margin: var(--space-2) 0;
		padding-left: var(--space-16);
		list-style: disc;
	}
	figure {
		margin: var(--space-8) 0;
		break-inside: avoid;
	}
	figcaption {
		font-weight: 600;
	}
	figure img {
		max-width: 100%;
		background: #fff;
		border: 1px solid var(--rule);
	}
	.make-up {
		display: inline-block;
		width: min(100%, 410px);
		vertical-align: top;
		margin-right: var(--space-12);
	}
	.make-up img {
		width: 100%;
	}
	.line {
		border-top: 1px solid var(--ink);
		margin-top: calc(2 * var(--space-24));
		width: min(100%, 460px);
		font-size: var(--type-small);
	}
	.signed {
		display: flex;
		gap: var(--space-16);
		align-items: center;
		margin-top: var(--space-16);
	}
	.signed img {
		height: 64px;
		background: #fff;
	}
	hr {
		border: 0;
		border-top: 1px dashed var(--rule);
		margin: var(--space-16) 0;
	}
	@media print {
		article {
			max-width: none;
		}
		hr {
			break-after: page;
			border: 0;
			margin: 0;
		}
	}
</style>

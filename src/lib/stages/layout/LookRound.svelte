<script lang="ts">
	import { whoReads } from '$lib/store/this-device';
	import { checkOnSite } from '$core/edit/job';
	import { punchList } from '$core/layout/assess-layout';
	import type { Requirement } from '$core/layout/requirement';
	import type { SiteCheck } from '$core/model/job';
	import { counted } from '$core/units/quantity';
	import { now } from '$lib/clock';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import RuleChip from '$lib/kit/RuleChip.svelte';

	/** One room of an existing house, line by line: what nobody looked at becomes there or missing by one tap. */
	const store = useJob();
	const HOUSE = 'house';
	const lines = $derived(punchList(store.job));
	const keyOf = (l: Requirement) => l.roomId ?? HOUSE;
	/** Answered in this visit: they stay in sight, with what was said. */
	let answered = $state<ReadonlySet<string>>(new Set());
	const asked = $derived(lines.filter((l) => l.state === 'not-looked-at' || answered.has(l.id)));
	const places = $derived(
		[HOUSE, ...store.job.rooms.map((r) => r.id)].flatMap((key) => {
			const own = asked.filter((l) => keyOf(l) === key);
			const name = key === HOUSE ? 'The house' : (store.index.rooms.get(key)?.name ?? '');
			return own.length ? [{ key, name, left: own.filter((l) => l.state === 'not-looked-at').length, lines: own }] : [];
		})
	);
	/** What a look alone doesn't settle: a place, a measure, where a door leads. */
	const unknown = $derived(lines.filter((l) => l.state === 'unknown'));
	const missing = $derived(lines.filter((l) => l.state === 'missing').length);
	let picked = $state<string | null>(null);
	const at = $derived(
		places.find((p) => p.key === (picked ?? store.room?.id)) ?? places.find((p) => p.left > 0 && p.key !== HOUSE) ?? places[0]
	);
	const next = $derived(places.find((p) => p.left > 0 && p.key !== at?.key));
	function say(line: Requirement, seen: NonNullable<SiteCheck['seen']>): void {
		const before = store.job.checks.find((c) => c.id === line.id) ?? { id: line.id, note: '', by: '' };
		// A room that is done stays until the next one is picked.
		picked = keyOf(line);
		answered = new Set([...answered, line.id]);
		const what = seen === 'done' ? 'there' : 'missing';
		void store.edit(`${line.title}: ${what}`, checkOnSite({ ...before, by: whoReads(), seen, at: now() }));
	}
</script>

{#if at}
	<div class="pick" role="group" aria-label="Room">
		{#each places as p (p.key)}
			<Btn small pressed={p.key === at.key} onclick={() => (picked = p.key)}>{p.name}{p.left ? ` (${p.left})` : ''}</Btn>
		{/each}
	</div>
	<h2>{at.name}: {at.left ? `${counted(at.left, 'thing')} to look for` : 'looked at'}</h2>
	<ul>
		{#each at.lines as line (line.id)}
			<li>
				<div>
					<b>{line.title}</b>
					<RuleChip rule={line.rule} />
					<span class="why">{line.why}</span>
				</div>
				<div class="say" role="group" aria-label={line.title}>
					<Btn pressed={line.state === 'met'} onclick={() => say(line, 'done')}>There</Btn>
					<Btn pressed={line.state === 'missing'} onclick={() => say(line, 'not-done')}>Missing</Btn>
				</div>
			</li>
		{/each}
	</ul>
	{#if !at.left && next}<Btn look="main" onclick={() => (picked = next.key)}>Next: {next.name} ({next.left})</Btn>{/if}
	<p class="soft">
		What is missing in an existing house is told as advice: only new and changed work is held to all of it. Leave open what you
		can't see.
	</p>
{/if}
{#if unknown.length}
	<p><Mark kind="unknown" /> Not known yet ({unknown.length}):</p>
	<ul>
		{#each unknown as line (line.id)}
			<li>
				<div>
					<b>{line.title}</b>
					<RuleChip rule={line.rule} />
					<span class="why">{line.why}</span>
				</div>
			</li>
		{/each}
	</ul>
{:else if !at}
	<p>
		<Mark kind={missing ? 'look' : 'good'} /> Nothing more to look for{missing
			? `; ${counted(missing, 'line')} of the punch list missing`
			: ''}. A room with walls is judged by what is drawn in it.
	</p>
{/if}

<style>
	.pick {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-6);
		margin-bottom: var(--space-12);
	}
	h2 {
		font-size: var(--type-head);
		margin: 0 0 var(--space-8);
	}
	ul {
		list-style: none;
		margin: 0 0 var(--space-12);
		padding: 0;
		max-width: 760px;
	}
	li {
		display: grid;
		grid-template-columns: minmax(0, 1fr) auto;
		gap: var(--space-12);
		align-items: center;
		padding: var(--space-8) 0;
		border-bottom: 1px dotted var(--rule);
	}
	li b {
		display: inline-block;
	}
	li b::first-letter {
		text-transform: uppercase;
	}
	.why {
		display: block;
		font-size: var(--type-small);
		color: var(--soft);
	}
	.say {
		display: flex;
		gap: var(--space-8);
	}
	@media (max-width: 820px) {
		li {
			grid-template-columns: minmax(0, 1fr);
		}
		.say {
			display: grid;
			grid-template-columns: 1fr 1fr;
		}
	}
</style>

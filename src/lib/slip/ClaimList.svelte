<script lang="ts">
	import { sayTime } from '$lib/clock';
	import { claimRows, type PlaceClaims } from '$core/claims/claims-of';
	import type { Claim, ClaimKey } from '$core/claims/claim';
	import { MISSING } from '$core/claims/missing';
	import { readingValue, readingWords } from '$core/model/reading';
	import { useJob } from '$lib/store/use-job';
	import Mark, { type MarkKind } from '$lib/kit/Mark.svelte';

	interface Props {
		place: PlaceClaims;
	}
	/** What may be claimed of each outlet of a box: what that rests on, what is missing, and the act that settles it. */
	let { place }: Props = $props();
	const store = useJob();
	const NAMES: Readonly<Record<ClaimKey, string>> = {
		off: 'Off',
		dead: 'Dead',
		energized: 'Energized',
		polarity: 'Polarity',
		ground: 'Ground',
		joints: 'Connections',
		gfci: 'GFCI',
		afci: 'AFCI',
		contacts: 'Grip',
		good: 'Good'
	};
	const IS: Readonly<Record<Claim['is'], { mark: MarkKind; says: string }>> = {
		yes: { mark: 'good', says: 'yes' },
		no: { mark: 'bad', says: 'no' },
		unknown: { mark: 'unknown', says: 'not known' },
		'not-required': { mark: 'unknown', says: 'not required' }
	};
	/** Off and dead only while something is tagged: on a live circuit they are no news. */
	const shown = (key: ClaimKey, { is, missing }: Claim) =>
		!((key === 'off' || key === 'dead') && is === 'unknown' && missing[0] === 'tag');
	const deviceName = (id: string) => {
		const box = store.index.boxes.get(place.id);
		const device = box?.devices.find((d) => d.id === id);
		return (
			device?.name ||
			(box && box.devices.length > 1 ? `${device?.kind ?? ''} ${box.devices.findIndex((d) => d.id === id) + 1}` : '')
		);
	};
	/** What it rests on, as it was written down. */
	function evidence(id: string): string {
		const r = store.readings.find((x) => x.id === id);
		if (r) return [`${readingWords(r.kind)} ${readingValue(r)}`.trim(), sayTime(r.at), r.by].filter(Boolean).join(', ');
		const e = store.events.find((x) => x.id === id);
		if (e)
			return [e.kind === 'dead-test' ? 'dead test' : e.kind === 'off-tagged' ? 'tag' : 'found live', sayTime(e.at), e.by]
				.filter(Boolean)
				.join(', ');
		return store.index.boxes.has(id) ? 'what is in the box' : '';
	}
</script>

{#each place.outlets as o (`${o.device} ${o.half}`)}
	<section aria-label={`What stands: ${[deviceName(o.device), o.half].filter(Boolean).join(', ') || place.id}`}>
		{#if place.outlets.length > 1}<h3>
				{[deviceName(o.device), o.half ? `${o.half} half` : ''].filter(Boolean).join(', ')}
			</h3>{/if}
		<ul>
			{#each claimRows(o).filter((r) => shown(r.key, r.claim)) as { key, claim } (key)}
				<li class={claim.is}>
					<span class="name"><Mark kind={IS[claim.is].mark} says={IS[claim.is].says} /> {NAMES[key]}</span>
					<span class="why"
						>{#if claim.is !== 'unknown' || claim.why !== MISSING[claim.missing[0] ?? 'volts'].words}{claim.why}{/if}
						{#if claim.is === 'unknown' && claim.missing[0] && key !== 'good'}<b>{MISSING[claim.missing[0]].words}:</b>
							{MISSING[claim.missing[0]].asks}
						{:else if key === 'good' && claim.is === 'unknown'}missing: {claim.missing
								.map((m) => MISSING[m].words)
								.join(', ')}{/if}
						{#if claim.is === 'yes' || claim.is === 'no'}
							<span class="soft">{claim.from.map(evidence).filter(Boolean).join(' · ')}</span>
						{/if}</span
					>
				</li>
			{/each}
		</ul>
	</section>
{/each}

<style>
	h3 {
		font-size: var(--type-body);
		margin: var(--space-8) 0 0;
	}
	ul {
		list-style: none;
		margin: 0;
		padding: 0;
	}
	li {
		display: grid;
		grid-template-columns: 118px 1fr;
		gap: var(--space-6);
		padding: var(--space-4) 0;
		border-bottom: 1px dotted var(--rule);
		font-size: var(--type-small);
	}
	.name {
		font-weight: 600;
	}
	.not-required {
		color: var(--soft);
	}
	.why .soft {
		display: block;
	}
</style>

<script lang="ts">
	import { breakerWritten } from '$core/model/breaker-name';
	import Wide from '$lib/kit/Wide.svelte';
	import { sayRating } from '$core/model/fact-words';
	import { hazardAt, SCENARIOS } from '$core/instruments/hazard';
	import { TOUCH_BANDS } from '$core/instruments/touch';
	import { clearingOf, dropByCable } from '$core/prove/clearing';
	import { USUAL_RUN, usualRun } from '$core/prove/usual-run';
	import type { RuledJob } from '$core/code/ruled-job';
	import { indexOf } from '$core/model/job-index';
	import { ifKnown, type Box, type Circuit } from '$core/model/known';
	import { show, withUnit } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Guarded from '$lib/frame/Guarded.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import Lamps from './Lamps.svelte';

	/** What the readings of a run mean: would a fault clear, which cable's joint is suspect, and what a fault does to a person. */
	const store = useJob();
	let key = $state('bootleg-lost');
	const scenario = $derived(SCENARIOS.find((s) => s.key === key) ?? SCENARIOS[0]);
	const boxId = $derived(store.box?.id ?? store.run?.nodes.at(-1)?.boxId ?? null);
	/** Null where something that it needs is not known. */
	const known = (...of: Parameters<typeof hazardAt>) => ifKnown(() => hazardAt(...of));
	/** Its own run where that is known; else a usual one around the box. */
	const own = $derived(
		store.knownCircuit && store.run && boxId && scenario ? known(store.ruled, store.knownCircuit, { boxId, scenario }) : null
	);
	const usual = $derived.by(() => {
		const box = !own && boxId ? indexOf(store.known).boxes.get(boxId) : undefined;
		return box && scenario ? known(...usualOf(box), { boxId: box.id, scenario }) : null;
	});
	function usualOf(box: Box): [RuledJob, Circuit] {
		const of = usualRun(store.ruled, box);
		return [of.ruled, of.circuit];
	}
	const hazard = $derived(own ?? usual);
	const here = $derived(hazard?.along.find((h) => h.boxId === boxId));
	const ma = $derived(here?.touch?.milliamps ?? 0);
	/** A fault that is not felt now is none the less one: only a sound run is good. */
	const level = $derived(!here?.touch ? 'unknown' : ma >= 10 ? 'bad' : ma >= 0.5 || scenario?.key !== 'sound' ? 'look' : 'good');
	const clearing = $derived(store.knownCircuit ? clearingOf(store.ruled, store.knownCircuit, store.assessment.proofs) : []);
	const cables = $derived(store.knownCircuit ? dropByCable(store.ruled, store.knownCircuit, store.assessment.proofs) : []);
	const CLEARS = {
		'at-once': ['good', 'at once'],
		'in-time': ['look', 'after a delay'],
		never: ['bad', 'does not trip'],
		'not-known': ['unknown', 'not known: no length, nothing read']
	} as const;
	const amps = (a: number | null) => (a === null ? '' : `${show(a, 0)} A`);
	const figure = (v: number | null, unit: string) => (v === null ? '' : withUnit(show(v, 1), unit));
</script>

{#if hazard || (store.circuit && store.run)}
	{@const at = `${store.circuit?.id} ${boxId}`}
	<Guarded what="Touch hazard" {at}>
		<section aria-label="Touch hazard">
			<h2>Switch a fault in at {store.index.boxes.get(boxId ?? '')?.name ?? 'a box'}: see the shell and the lamps</h2>
			<div class="pick" role="group" aria-label="Fault">
				{#each SCENARIOS as s (s.key)}<Btn small pressed={key === s.key} onclick={() => (key = s.key)}>{s.name}</Btn>{/each}
			</div>
			{#if hazard && here}
				<div class="shell" role="status">
					<div class="big">
						<Mark kind={level} size={26} />
						<b>{here.touch ? `${show(here.touch.shellVolts, 1)} V` : 'no ground'}</b><span
							>on the metal of what is plugged in</span
						>
					</div>
					<div class="big">
						<b>{show(ma, ma < 10 ? 2 : 0)} mA</b><span
							>through a person touching it: <strong>{here.touch?.says ?? 'no ground contact'}</strong></span
						>
					</div>
					<div><span class="soft">What the lamps show</span><Lamps lamps={here.lamps} /></div>
				</div>
				<p>
					{scenario?.says}
					{hazard.opens.length ? `Opens by itself: ${hazard.opens.join(', ')}.` : 'Nothing opens by itself.'}
					{hazard.personOpens.length
						? `A person’s own current opens ${hazard.personOpens.join(', ')}.`
						: ma >= 0.5
							? 'A person’s current opens nothing.'
							: ''}
				</p>
				<!-- The run scrolls by itself where it is long. -->
				<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
				<div class="along" role="region" aria-label="Along the run" tabindex="0">
					<span class="panel condensed">{own && store.circuit ? sayRating(store.circuit) : `${USUAL_RUN.breakerA} A`}</span>
					{#each hazard.along as h (h.boxId)}
						<button type="button" class:here={h.boxId === boxId} onclick={() => store.select({ kind: 'box', id: h.boxId })}>
							<b class="condensed">{h.boxName}</b>
							<Lamps lamps={h.lamps} small />
							<span class="mono" class:hot={(h.touch?.milliamps ?? 0) >= 10}
								>{h.touch ? `${show(h.touch.shellVolts, 0)} V` : 'no ground'}</span
							>
						</button>
					{/each}
				</div>
				<p class="soft">
					{usual
						? `Its run is not known: calculated on ${USUAL_RUN.lengthFt} ft of ${USUAL_RUN.awg} AWG copper, alone on ${USUAL_RUN.breakerA} A,`
						: 'Solved on this run'} with a 100 W appliance on at the box. A person of 1000 ohm from the metal to ground; felt from {TOUCH_BANDS[1]
						.fromMa} mA, cannot let go from about {TOUCH_BANDS[2].fromMa}, the heart from about {TOUCH_BANDS[3].fromMa} (IEC 60479).
					Under each box: volts on the metal.
				</p>
			{:else}<p>Pick a 120 V receptacle on the run below.</p>{/if}
		</section>
	</Guarded>
	{#if own}<Guarded what="Whether a ground fault trips the breaker" {at}>
			<section>
				<h2>Will a ground fault trip the breaker?</h2>
				<Wide
					><table class="data">
						<thead
							><tr
								><th>Box</th><th class="num">By the run</th><th class="num">By what was read</th><th class="num">At once from</th
								><th>Opens</th></tr
							></thead
						>
						<tbody>
							{#each clearing as c (c.boxId)}
								<tr>
									<td>{c.boxName}</td><td class="num"
										>{c.amps !== null && c.amps < 1 ? 'no ground wire' : amps(c.amps) || 'length not known'}</td
									><td class="num">{amps(c.measuredAmps) || 'not read'}</td>
									<td class="num">{amps(c.instantA)}</td><td><Mark kind={CLEARS[c.clears][0]} /> {CLEARS[c.clears][1]}</td>
								</tr>
							{/each}
						</tbody>
					</table></Wide
				>
			</section>
		</Guarded>
		<Guarded what="Drop by cable" {at}>
			<section>
				<h2>Drop by cable: suspect connections</h2>
				<Wide
					><table class="data">
						<thead
							><tr
								><th>Cable</th><th class="num">Expected</th><th class="num">Drop</th><th class="num">Over</th><th>Connection</th
								></tr
							></thead
						>
						<tbody>
							{#each cables as l (l.cableId)}
								<tr>
									<td>{l.fromName} to {l.toName}</td><td class="num">{figure(l.should, '%')}</td><td class="num"
										>{figure(l.read, '%') || 'not read'}</td
									>
									<td class="num">{l.excessOhms === null ? '' : `${show(l.excessOhms)} ohm`}</td>
									<td
										>{#if l.suspect}<Mark kind="bad" /> connection between {l.fromName} and {l.toName}{:else if l.read === null}{:else if l.should === null}<Mark
												kind="unknown"
											/> not known{:else}<Mark kind="good" /> carries{/if}</td
									>
								</tr>
							{/each}
						</tbody>
					</table></Wide
				>
			</section>
		</Guarded>{/if}
{:else}
	<p>Pick a box, or a circuit in Circuit, to see what its readings mean for the whole run.</p>
	<div class="pick">
		{#each store.job.circuits as c (c.id)}<Btn small onclick={() => store.select({ kind: 'circuit', id: c.id })}
				>{breakerWritten(store.job, c)}</Btn
			>{/each}
	</div>
{/if}

<style>
	section {
		margin-bottom: var(--space-16);
	}
	h2 {
		font-size: var(--type-lead);
		margin: 0 0 var(--space-8);
	}
	.pick {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-6);
	}
	.shell {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-10) var(--space-24);
		align-items: end;
		padding: var(--space-10) 0;
	}
	.big {
		display: flex;
		flex-wrap: wrap;
		align-items: baseline;
		gap: var(--space-2) var(--space-8);
	}
	.big b {
		font-family: 'Barlow Condensed', sans-serif;
		font-size: var(--type-big);
		line-height: 1;
	}
	.along {
		display: flex;
		align-items: stretch;
		overflow-x: auto;
		padding: var(--space-8) 0;
	}
	.panel {
		align-self: center;
		border: 2px solid var(--ink);
		border-radius: 3px;
		padding: var(--space-8) var(--space-10);
		font-weight: 700;
		white-space: nowrap;
	}
	.along button {
		flex: none;
		display: grid;
		justify-items: center;
		gap: var(--space-4);
		min-width: 84px;
		margin-left: var(--space-16);
		padding: var(--space-6) var(--space-8);
		border: 1.5px solid var(--ink);
		border-radius: 3px;
		background: var(--sheet);
		color: var(--ink);
		position: relative;
	}
	.along button::before {
		content: '';
		position: absolute;
		left: -18px;
		top: 50%;
		width: 16px;
		border-top: 3px solid var(--ink);
	}
	.along button.here {
		border-color: var(--copper);
		box-shadow: inset 0 0 0 1.5px var(--copper);
	}
	.along button:focus-visible {
		outline: 2.5px solid var(--copper);
	}
	.hot {
		color: var(--stop);
		font-weight: 700;
	}
</style>

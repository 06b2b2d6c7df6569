<script lang="ts">
	import type { Box } from '$core/model/job';
	import { replaceAdvice } from '$core/protection/articles/406-4-d-replace-advice';
	import { beforeChoice, beginWork } from '$core/edit/works';
	import { indexOf } from '$core/model/job-index';
	import { knownJob } from '$core/model/known';
	import { useJob } from '$lib/store/use-job';
	import { bringFor } from '$core/work/bring';
	import { waysOf } from '$core/work/ways';
	import { isBrought } from '$core/thread';
	import { lastWorkAt, openWork } from '$core/model/work';
	import { CheckOutline } from 'flowbite-svelte-icons';
	import { blanked } from '$core/blanked';
	import { freshId } from '$lib/store/jobs';
	import Btn from '$lib/kit/Btn.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import BreakerSeen from './BreakerSeen.svelte';
	import DeviceInHand from './DeviceInHand.svelte';
	import NewNeedsHere from './NewNeedsHere.svelte';
	import NewWays from './NewWays.svelte';
	import Ways from './Ways.svelte';
	import ReplaceChoices from '$lib/stages/protect/ReplaceChoices.svelte';

	interface Props {
		box: Box;
	}
	/** What the device of the box may become. */
	let { box }: Props = $props();
	const store = useJob();
	/** Weighed by what stands there: a plan that is chosen already gives nothing yet. */
	const before = $derived(beforeChoice(store.job, box.id));
	const ruled = $derived(before === store.job ? store.ruled : { edition: store.edition, job: knownJob(before) });
	const known = $derived(indexOf(ruled.job).boxes.get(box.id));
	/** New itself: what it is was chosen where it is fed from. */
	const isNew = $derived(box.state === 'planned' || isBrought(store.job, box));
	const device = $derived(isNew ? undefined : known?.devices.find((d) => d.receptacles > 0 && d.volts === 120));
	const advice = $derived(known && device ? replaceAdvice(ruled, { box: known, device }, store.readings) : null);
	/** Its breakers as they were tagged or drawn: what they give already needs not be put here. */
	const circuits = $derived(store.index.circuitsOfBox.get(box.id) ?? []);
	const at = $derived(openWork(store.job, box.id));
	/** A new box is of the work that brings it. */
	const work = $derived(isNew ? (at ?? lastWorkAt(store.job, box.id)) : at);
	const ways = $derived(isNew && work ? [] : waysOf(ruled, known ?? box));
	/** The last of the ways: of a box with one device, no appliance. */
	const out = $derived(!isNew && box.devices.length === 1 && box.devices[0]?.kind !== 'hard-wired' ? blanked(before, box) : null);
	const planned = $derived(box.devices.filter((d) => d.state === 'planned'));
	/** The call is for new work that this box is to feed: what may become of its own device waits. */
	const wants = $derived(store.job.call?.id === box.id && store.job.call.wants !== undefined && !isNew);
	let replacing = $state(false);
	const bring = $derived(work && !work.ended ? bringFor(store.ruled, work) : null);
	let bringing = $state(false);
	/** Something of it is in: it goes on, or is ended. */
	const begun = $derived(work?.parts.some((p) => p.put) ?? false);
</script>

<h2 class="sr-only">What is chosen, and the ways there are</h2>
{#if begun && work}
	<p role="status">Chosen: {work.title}. Part of it is in: finish it, or end it unfinished in step 6.</p>
{:else if planned.length || work}
	<p role="status">
		<CheckOutline size="sm" class="inline" aria-hidden="true" /> Chosen: {work?.title ??
			planned
				.map((d) => [d.protection === 'none' ? '' : d.protection.toUpperCase(), d.name || d.kind].filter(Boolean).join(' '))
				.join(', ')}. Install it next{isNew ? '' : ', or choose another below'}.
	</p>
{/if}
{#if bring && work}
	<Fold title="To bring: parts and tools" bind:open={bringing}>
		<div class="bring">
			{#each [['Parts', bring.parts], ['Tools', bring.tools]] as const as [title, lines] (title)}
				<div>
					<h3>{title}</h3>
					<ul>
						{#each lines as line (line)}<li>{line}</li>{/each}
					</ul>
				</div>
			{/each}
		</div>
	</Fold>
{/if}
{#each begun ? [] : circuits as circuit (circuit.id)}<BreakerSeen {circuit} />{/each}
{#if isNew}<NewNeedsHere {box} />{/if}
{#each planned as d (d.id)}
	{#if d.kind === 'receptacle' || d.kind === 'switch'}<DeviceInHand {box} device={d} />{/if}
{/each}
{#if wants && !begun}<NewWays {box} />{/if}
{#if begun}<span></span>
{:else if wants && !replacing}
	<p><Btn look="quiet" onclick={() => (replacing = true)}>What is here, replaced</Btn></p>
{:else if ways.length}
	<Ways {box} {ways} />
{:else if advice}
	<ReplaceChoices {box} {advice} />
{:else if isNew}<span></span>
{:else if box.roomId === null}
	<p><Mark kind="unknown" word /> Its room is not known: what must replace it depends on that. Enter it in step 1.</p>
{:else}
	<Ways {box} {ways} />
{/if}
{#if !begun && !isNew && !wants}<NewWays {box} />{/if}
{#if !begun && out && box.devices[0] && (!wants || replacing)}
	{@const [{ id: deviceId }] = box.devices}
	<section class="last" aria-label="Removed">
		<h3>{out.title}</h3>
		<p>{out.does}</p>
		{#each out.warns as w (w)}<p><Mark kind="caution" /> {w}</p>{/each}
		<Btn
			look="quiet"
			onclick={() =>
				void store.act(`${box.name}: ${out.title}`, (act) =>
					beginWork({ boxId: box.id, title: out.title, fix: null, blankAt: { boxId: box.id, deviceId } }, act, freshId)
				)}>Remove it</Btn
		>
	</section>
{/if}

<style>
	.last {
		display: grid;
		gap: var(--space-6);
		justify-items: start;
		border-top: 1.5px solid var(--rule);
		margin-top: var(--space-16);
		padding-top: var(--space-10);
	}
	.bring {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8) var(--space-24);
		padding-bottom: var(--space-10);
	}
	.bring ul {
		list-style: disc;
		margin: 0;
		padding-left: var(--space-24);
	}
	h3 {
		font-size: var(--type-body);
		margin: 0;
	}
	p {
		margin: 0;
	}
</style>

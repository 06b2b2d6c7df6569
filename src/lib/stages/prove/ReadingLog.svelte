<script lang="ts">
	import { asTheyStand, breakerWritten } from '$core/model/breaker-name';
	import DataTable from '$lib/kit/table/DataTable.svelte';
	import type { Column } from '$lib/kit/table/sorted-rows.svelte';
	import type { PlaceClaims } from '$core/claims/claims-of';
	import { circuitOf } from '$core/model/job-index';
	import { show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import { MISSING } from '$core/claims/missing';
	import Mark from '$lib/kit/Mark.svelte';

	const store = useJob();
	/** Boxes with a receptacle, those read first, in the order of their circuits. */
	const rows = $derived(
		(store.run ? store.run.nodes.flatMap((n) => store.index.boxes.get(n.boxId) ?? []) : store.job.boxes)
			.filter((b) => b.devices.some((d) => d.receptacles > 0))
			.map((box) => ({
				box,
				circuit: circuitOf(store.job, box.id),
				proof: store.assessment.proofs.get(box.id),
				place: store.places.get(box.id)
			}))
			.sort(
				(a, b) =>
					Number(!a.proof) - Number(!b.proof) ||
					(a.circuit && b.circuit ? asTheyStand(a.circuit, b.circuit) : Number(!a.circuit) - Number(!b.circuit))
			)
	);
	type Row = (typeof rows)[number];
	const roomOf = (r: Row) => (r.box.roomId ? store.index.rooms.get(r.box.roomId)?.name : undefined) ?? 'not known';
	const saysUnread = ({ level, next }: PlaceClaims): string => (level === 'unknown' && next ? MISSING[next].words : '');
	const columns: Column<Row>[] = [
		{ key: 'box', title: 'Box', value: (r) => r.box.name },
		{ key: 'room', title: 'Room', wide: true, value: roomOf },
		{ key: 'circuit', title: 'Circuit', value: (r) => (r.circuit ? breakerWritten(store.job, r.circuit) : null) },
		{ key: 'lamps', title: 'Lamps', wide: true, value: (r) => r.proof?.latest.lamps?.reading.lamps ?? null },
		{ key: 'hn', title: 'H-N', num: true, wide: true, value: (r) => r.proof?.latest.hn?.reading.value ?? null },
		{ key: 'drop', title: 'Drop', num: true, value: (r) => r.proof?.latest.drop?.reading.value ?? null },
		{ key: 'predicted', title: 'predicted', num: true, value: (r) => r.proof?.latest.drop?.verdict.predicted ?? null },
		{ key: 'verdict', title: 'Verdict', value: (r) => (r.place?.read ? saysUnread(r.place) || r.place.word : 'not read') }
	];
</script>

<p class="soft">Pick a box to take its readings. Readings with a box open: verify it dead first, in Trim.</p>
<DataTable
	{columns}
	{rows}
	idOf={(r) => r.box.id}
	picked={!!store.selection}
	empty="No receptacles here yet. Press n, or New box in Walk: a name is enough to start reading."
	filter="Filter: box, room, circuit, verdict"
>
	{#snippet first()}
		{#each store.run ? [] : store.job.panels as panel (panel.id)}
			{@const proof = store.assessment.proofs.get(panel.id)}
			{@const place = store.places.get(panel.id)}
			<tr class="pick">
				<td
					><button type="button" class="row" onclick={() => store.select({ kind: 'panel', id: panel.id })}>{panel.name}</button
					></td
				>
				<td class="wide-only">{panel.roomId ? store.index.rooms.get(panel.roomId)?.name : 'not known'}</td>
				<td>supply</td>
				<td class="wide-only"></td>
				<td class="num wide-only">{proof?.latest.hn ? `${show(proof.latest.hn.reading.value ?? 0, 1)} V` : ''}</td>
				<td class="num"></td>
				<td class="num"></td>
				<td
					>{#if place}<Mark kind={place.level} word says={place.word} />{:else}<span class="soft">not read</span>{/if}</td
				>
			</tr>
		{/each}
	{/snippet}
	{#snippet row({ box, circuit, proof, place })}
		{@const drop = proof?.latest.drop}
		{@const unread = place?.read ? saysUnread(place) : 'not read'}
		<tr class="pick">
			<td><button type="button" class="row" onclick={() => store.select({ kind: 'box', id: box.id })}>{box.name}</button></td>
			<td class="wide-only">{box.roomId ? store.index.rooms.get(box.roomId)?.name : 'not known'}</td>
			<td>{circuit ? breakerWritten(store.job, circuit) : 'unknown'}</td>
			<td class="wide-only">{proof?.latest.lamps?.reading.lamps ?? ''}</td>
			<td class="num wide-only">{proof?.latest.hn ? `${show(proof.latest.hn.reading.value ?? 0, 1)} V` : ''}</td>
			<td class="num">{drop ? `${show(drop.reading.value ?? 0, 1)}%` : ''}</td>
			<td class="num soft">{drop?.verdict.predicted == null ? '' : `${show(drop.verdict.predicted, 1)}%`}</td>
			<td
				>{#if place && !unread}<Mark kind={place.level} word says={place.word} />{:else}<span class="soft">{unread}</span
					>{/if}</td
			>
		</tr>
	{/snippet}
</DataTable>

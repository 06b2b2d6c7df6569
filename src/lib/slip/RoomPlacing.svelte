<script lang="ts">
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import type { Room } from '$core/model/job';
	import { WALL_MARKS, type WallMarkKind } from '$core/model/kinds';
	import { addMark, removeMark, setStuds } from '$core/edit/walls';
	import { joinRoom, cutThrough } from '$core/edit/survey';
	import { formatLength } from '$core/units/length';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import LengthField from '$lib/kit/fields/LengthField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';

	interface Props {
		room: Room;
	}
	/** Studs, stretches to keep free or to prefer, and the wall on which the room joins another. */
	let { room }: Props = $props();
	const store = useJob();
	let stud = $state<{ wall: string; spacing: number | null; offset: number | null }>({ wall: 'all', spacing: 16, offset: 0 });
	let mark = $state<{ wall: string; from: number | null; to: number | null; kind: WallMarkKind }>({
		wall: '0',
		from: null,
		to: null,
		kind: 'keep-off'
	});
	let join = $state<{ wall: string; room: string; to: string; offset: number | null }>({
		wall: '0',
		room: '',
		to: '0',
		offset: 0
	});
	const NAMES: Record<WallMarkKind, string> = { 'keep-off': 'no box here', prefer: 'a box here if it can be' };
	const wallsOf = (r: Room | undefined) => (r?.outline ?? []).map((_, i) => ({ value: String(i), name: `wall ${i + 1}` }));
	const others = $derived([
		{ value: '', name: 'choose' },
		...store.job.rooms.filter((r) => r.id !== room.id && r.outline).map((r) => ({ value: r.id, name: r.name }))
	]);
	const other = $derived(store.index.rooms.get(join.room));

	function keepStuds(): void {
		const { wall, spacing, offset } = stud;
		if (!spacing) return;
		const rows = (room.outline ?? []).map((_, i) => i).filter((i) => wall === 'all' || Number(wall) === i);
		const rest = room.studs.filter((s) => !rows.includes(s.wall));
		void store.edit(
			`${room.name}: studs`,
			setStuds(room.id, [...rest, ...rows.map((i) => ({ wall: i, spacing, offset: offset ?? 0 }))])
		);
	}
	function keepMark(): void {
		const { wall, from, to, kind } = mark;
		if (from === null || to === null) return;
		void store.edit(
			`${room.name}: ${NAMES[kind]}`,
			addMark(room.id, { id: freshId(), wall: Number(wall), from, to, kind, note: '' })
		);
	}
	function joinIt(): void {
		const { wall, to, offset } = join;
		if (!other) return;
		void store.edit(`${room.name} joined to ${other.name}`, (draft) => {
			joinRoom(room.id, Number(wall), { roomId: other.id, wall: Number(to), offset: offset ?? 0 })(draft);
			cutThrough(room.id, freshId)(draft);
		});
	}
</script>

<p class="soft">
	Studs: {room.studs.length
		? room.studs.map((s) => `wall ${s.wall + 1} every ${formatLength(s.spacing)} from ${formatLength(s.offset)}`).join('; ')
		: 'not known, boxes go anywhere'}
</p>
<div class="two">
	<SelectField
		label="Studs of"
		value={stud.wall}
		options={[{ value: 'all', name: 'every wall' }, ...wallsOf(room)]}
		onkeep={(v) => (stud.wall = v)}
	/>
	<LengthField label="Spacing" value={stud.spacing} mayBeUnknown onkeep={(v) => (stud.spacing = v)} />
	<LengthField label="First from the start" value={stud.offset} mayBeUnknown onkeep={(v) => (stud.offset = v)} />
	<div class="acts buttons">
		<Btn small onclick={keepStuds} disabled={!stud.spacing || stud.spacing < 6}>Keep studs</Btn>
		{#if room.studs.length}<Btn
				small
				look="quiet"
				onclick={() => store.edit(`${room.name}: studs unknown`, setStuds(room.id, []))}>Not known</Btn
			>{/if}
	</div>
</div>
<ul>
	{#each room.marks as m (m.id)}
		<li>
			<span>{NAMES[m.kind]}, wall {m.wall + 1}, <span class="mono">{formatLength(m.from)} to {formatLength(m.to)}</span></span>
			<CrossBtn
				label={`Remove the mark on wall ${m.wall + 1}`}
				onclick={() => store.edit(`${room.name}: mark removed`, removeMark(room.id, m.id))}
			/>
		</li>
	{/each}
</ul>
<div class="two">
	<SelectField
		label="Mark"
		value={mark.kind}
		options={WALL_MARKS.map((value) => ({ value, name: NAMES[value] }))}
		onkeep={(v) => (mark.kind = v)}
	/>
	<SelectField label="On" value={mark.wall} options={wallsOf(room)} onkeep={(v) => (mark.wall = v)} />
	<LengthField label="From" value={mark.from} mayBeUnknown onkeep={(v) => (mark.from = v)} />
	<LengthField label="To" value={mark.to} mayBeUnknown onkeep={(v) => (mark.to = v)} />
	<Btn small onclick={keepMark} disabled={mark.from === null || mark.to === null}>Keep the mark</Btn>
</div>
{#if others.length > 1}
	<p class="soft join">Join to another room, wall to wall:</p>
	<div class="two">
		<SelectField label="This room's" value={join.wall} options={wallsOf(room)} onkeep={(v) => (join.wall = v)} />
		<SelectField label="Against" value={join.room} options={others} onkeep={(v) => ((join.room = v), (join.to = '0'))} />
		{#if other}
			<SelectField label={`${other.name}'s`} value={join.to} options={wallsOf(other)} onkeep={(v) => (join.to = v)} />
			<LengthField label="From its start" value={join.offset} mayBeUnknown onkeep={(v) => (join.offset = v)} />
			<Btn small onclick={joinIt}>Join</Btn>
		{/if}
	</div>
{/if}

<style>
	p {
		margin: 0 0 var(--space-6);
	}
	.join {
		margin-top: var(--space-12);
	}
	ul {
		list-style: none;
		margin: var(--space-10) 0;
		padding: 0;
		font-size: var(--type-small);
	}
	li {
		display: flex;
		justify-content: space-between;
		align-items: center;
		border-bottom: 1px dotted var(--rule);
	}
</style>

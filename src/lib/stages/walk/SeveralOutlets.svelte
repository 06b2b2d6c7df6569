<script lang="ts">
	import { goto } from '$app/navigation';
	import { tellSymptom } from '$core/edit/job';
	import { addRoom } from '$core/edit/rooms';
	import { addOutlet, asInside, isOpened, outletName, putAllOn, withoutCircuit } from '$core/edit/several';
	import { nameSpace, NOT_ONE } from '$core/edit/name-space';
	import { breakerWritten, capital } from '$core/model/breaker-name';
	import type { CallAt } from '$core/model/call-at';
	import { asFoundId, LIT_BEFORE, NOT_TESTED } from '$core/model/checks';
	import type { Box } from '$core/model/job';
	import { roomWords, ROOM_KINDS, type RoomKind } from '$core/model/kinds';
	import { lampMeaning } from '$core/prove/lamps';
	import { nextInThread } from '$core/thread';
	import { counted } from '$core/units/quantity';
	import { sayFound, takeFound, tellFound } from '$lib/store/as-found';
	import Btn from '$lib/kit/Btn.svelte';
	import Choice from '$lib/kit/Choice.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import LampPatterns from '$lib/kit/LampPatterns.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import { jobAddress } from '$lib/store/address';
	import { stepsOf, VIEW_OF } from '$lib/store/call-views';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import ReplaceTogether from '../protect/ReplaceTogether.svelte';

	/** The outlets of a room, one press each: what the tester shows, what is inside, the breaker, then one plan for all of them. */
	const store = useJob();
	const room = $derived(store.room ?? (store.job.rooms.length === 1 ? store.job.rooms[0] : undefined));
	const boxes = $derived(store.job.boxes.filter((b) => b.roomId === (room?.id ?? null)));
	const next = $derived(outletName(store.job, room));
	type Face = Extract<CallAt, 'three-slot' | 'two-slot' | 'gfci'>;
	let face = $state<Face>('three-slot');
	const FACES: { value: Face; name: string }[] = [
		{ value: 'three-slot', name: 'three slots' },
		{ value: 'two-slot', name: 'two slots' },
		{ value: 'gfci', name: 'GFCI' }
	];
	/** One press makes the outlet and keeps what it shows. */
	async function add(show: (box: Box) => Promise<unknown>): Promise<void> {
		const boxId = freshId();
		const name = next;
		if (!(await store.edit(name, addOutlet({ boxId, roomId: room?.id ?? null, at: face })))) return;
		const box = store.index.boxes.get(boxId);
		if (box) await show(box);
	}
	/** What people say is dead, not of one box: what is tried tells of it. */
	const complaint = $derived(store.job.symptoms.find((s) => s.open && s.boxId === null && s.kind === 'nothing-works'));
	async function tried(box: Box, is: 'works' | 'dead'): Promise<void> {
		if (is === 'works') await sayFound(store, box, LIT_BEFORE);
		else if (!complaint) await tellFound(store, box, 'nothing-works');
		if (complaint)
			await store.edit(
				`${box.name}: ${is}`,
				tellSymptom(complaint.id, { [is]: [...(complaint[is] ?? []).filter((id) => id !== box.id), box.id] })
			);
	}
	/** Newest first: what was just pressed is under the thumb, to be taken back. */
	const rows = $derived(
		[...boxes].reverse().map((box) => {
			const read = store.readings.filter((r) => r.boxId === box.id && !r.struck);
			const lamps = read.filter((r) => r.kind === 'lamps').at(-1)?.lamps ?? null;
			const note = store.job.checks.find((c) => c.id === asFoundId(box.id))?.note;
			const step = nextInThread(stepsOf(store, box));
			const dead = store.job.symptoms.some(
				(s) => s.open && ((s.boxId === box.id && s.kind === 'nothing-works') || s.dead?.includes(box.id))
			);
			const says = lamps ? lampMeaning(lamps).says : (note ?? (dead ? 'dead' : 'not read'));
			return { box, says, step, place: store.places.get(box.id) };
		})
	);
	/** The last box that was looked into: others may be like it. */
	const like = $derived(boxes.findLast((b) => isOpened(b)));
	const inside = (box: Box) =>
		box.ends.length ? `${counted(box.ends.length, 'cable')}${box.ground === 'none' ? ', no ground' : ''}` : 'not opened';
	function open(box: Box): void {
		const step = nextInThread(stepsOf(store, box));
		void goto(jobAddress(store.id, 'walk', { view: VIEW_OF[step?.key ?? 'paper'], picked: { kind: 'box', id: box.id } }));
	}
	const loose = $derived(withoutCircuit(store.job, boxes));
	const circuits = $derived([...new Set(boxes.flatMap((b) => store.index.circuitsOfBox.get(b.id) ?? []))]);
	const named = (ids: readonly string[] | undefined) => (ids ?? []).map((id) => store.placeName(id)).join(', ');
	const find = () =>
		goto(
			jobAddress(store.id, 'trace', {
				view: 'find',
				picked: circuits[0] ? { kind: 'circuit', id: circuits[0].id } : null
			})
		);
	let space = $state('');
	const spaceFault = (text: string) => {
		const named = text.trim() ? nameSpace(store.job, text) : null;
		return !named || named.known ? null : NOT_ONE[named.why];
	};
	async function put(): Promise<void> {
		const named = nameSpace(store.job, space);
		if (!named.known) return;
		const ids = loose.map((b) => b.id);
		const done = await store.edit(`${counted(ids.length, 'outlet')} on ${space.trim()}`, (draft) => {
			named.make?.(draft);
			putAllOn(ids, named.circuitId, freshId)(draft);
		});
		if (done) space = '';
	}
	let kind = $state<RoomKind | ''>('');
	/** Rules go by the room: what its name did not say is asked once. */
	async function nameRoom(value: RoomKind): Promise<void> {
		const id = freshId();
		const ids = boxes.map((b) => b.id);
		await store.edit(`Room: ${roomWords(value)}`, (draft) => {
			addRoom(id, capital(roomWords(value)), { kind: value })(draft);
			for (const b of draft.boxes) if (ids.includes(b.id)) b.roomId = id;
			if (draft.call?.at === 'several') draft.call.id = id;
		});
	}
</script>

{#if !room}
	<SelectField
		label="Which kind of room? What is required depends on it"
		value={kind}
		options={[{ value: '' as const, name: 'not said' }, ...ROOM_KINDS.map((value) => ({ value, name: roomWords(value) }))]}
		onkeep={(v: RoomKind | '') => v && void nameRoom(v)}
	/>
{:else if room.kindGuessed}
	<p class="soft">{room.name}: taken for a {roomWords(room.kind)}, by its name. Change it in its facts.</p>
{/if}
{#if complaint && !rows.length}<p>{complaint.text}. Try its outlets one by one: works, or dead.</p>{/if}
<section aria-label="Next outlet" class="next">
	<h2>Next: {next}</h2>
	{#if rows[0]}<p role="status">Kept: {rows[0].box.name}, {rows[0].says}.</p>{/if}
	<Choice label="Face" firm value={face} options={FACES} onkeep={(v) => v && (face = v)} />
	<div class="acts">
		<Btn onclick={() => void add((box) => tried(box, 'works'))}>Works: a lamp or tester is lit</Btn>
		<Btn onclick={() => void add((box) => tried(box, 'dead'))}>Dead</Btn>
	</div>
	{#if face !== 'two-slot'}
		<LampPatterns
			onpick={(pattern) => void add((box) => takeFound(store, box, 'three lamps', [{ kind: 'lamps', lamps: pattern }]))}
		/>
	{/if}
	<div class="acts"><Btn look="quiet" onclick={() => void add((box) => sayFound(store, box, NOT_TESTED))}>Not tested</Btn></div>
</section>
{#if rows.length}
	<h2>{counted(rows.length, 'outlet')}</h2>
	<ul>
		{#each rows as { box, says, step, place } (box.id)}
			<li>
				<div>
					<b>{box.name}</b>
					<Mark kind={place?.level ?? 'unknown'} word says={place?.word} />
					<span class="soft">{[says, inside(box), step?.needs ? `needs ${step.needs}` : 'done'].join(' · ')}</span>
				</div>
				<div class="acts">
					{#if like && like.id !== box.id && !isOpened(box)}
						<Btn
							small
							label={`${box.name}: inside as ${like.name}`}
							onclick={() => store.edit(`${box.name}: inside as ${like.name}`, asInside(box.id, like.id, freshId))}
							>Inside as {like.name}</Btn
						>
					{/if}
					<Btn small look="main" label={`Steps: ${box.name}`} onclick={() => open(box)}>Next: {step?.title ?? 'Paper'}</Btn>
				</div>
			</li>
		{/each}
	</ul>
	{#if complaint}
		<section aria-label="What is dead" class="breaker">
			<h2>{complaint.text}</h2>
			<p>
				Dead: {named(complaint.dead) || 'none tried yet'}. Works: {named(complaint.works) || 'none tried yet'}.
			</p>
			<p class="soft">
				First the cheap looks: the lamp elsewhere, its wall switch, every other GFCI reset (bath, garage, outdoors, kitchen,
				cellar), the breaker fully off and on again.
			</p>
			<Btn look="main" onclick={find}>Find the fault</Btn>
		</section>
	{/if}
	<section aria-label="Their breaker" class="breaker">
		<h2>
			Breaker{circuits.length
				? `: ${circuits.map((c) => breakerWritten(store.job, c)).join(', ')}`
				: ': not known'}{circuits.length && loose.length ? `; ${loose.length} not on it` : ''}
		</h2>
		{#if loose.length}
			<div class="acts">
				<TextField
					label="Space, as it is marked"
					value={space}
					check={spaceFault}
					onkeep={(v) => (space = v)}
					ontype={(v) => (space = v)}
				/>
				<Btn disabled={!space.trim() || spaceFault(space) !== null} onclick={() => void put()}
					>Put {counted(loose.length, 'outlet')} on it</Btn
				>
			</div>
			<p class="soft">Only those that went dead with it: two tests tell a breaker, live with it on and dead with it off.</p>
		{/if}
		{#if circuits.length}
			<Btn
				look="quiet"
				onclick={() =>
					goto(jobAddress(store.id, 'trace', { view: 'order', picked: { kind: 'circuit', id: circuits[0]?.id ?? '' } }))}
				>Feed order: which is first</Btn
			>
		{/if}
	</section>
	{#if room}<ReplaceTogether scope={{ roomId: room.id }} />{/if}
{/if}

<style>
	h2 {
		font-size: var(--type-head);
		margin: 0;
	}
	.next,
	.breaker {
		display: grid;
		gap: var(--space-10);
		max-width: 620px;
		margin-bottom: var(--space-16);
	}
	.next {
		border: 1.5px solid var(--ink);
		border-radius: 4px;
		padding: var(--space-10) var(--space-12);
	}
	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: end;
	}
	ul {
		list-style: none;
		margin: var(--space-8) 0 var(--space-16);
		padding: 0;
		max-width: 720px;
	}
	li {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: center;
		justify-content: space-between;
		padding: var(--space-8) 0;
		border-bottom: 1px dotted var(--rule);
	}
	li > div:first-child {
		flex: 1 1 200px;
	}
	li .soft {
		display: block;
	}
	p {
		margin: 0;
	}
</style>

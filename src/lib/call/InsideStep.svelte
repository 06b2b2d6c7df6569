<script lang="ts">
	import { whoReads } from '$lib/store/this-device';
	import { sayTime } from '$lib/clock';
	import { editCable } from '$core/edit/cables';
	import { joinEnd } from '$core/edit/join-ends';
	import { cableOfEnd, differing, type SeenField } from '$core/model/cable-ends';
	import { seenWords } from '$core/model/cable-kinds';
	import { editBox, editDevice } from '$core/edit/boxes';
	import type { Box, CableEnd } from '$core/model/job';
	import type { CableKind, Enters } from '$core/model/kinds';
	import type { Awg } from '$core/units/gauge';
	import { cableName } from '$core/rough/take-off';
	import { placeAlong } from '$core/walk/found-in-box';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import CablePicture from '$lib/kit/CablePicture.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import ReadWithOpen from '$lib/slip/ReadWithOpen.svelte';
	import FoundFacts from '$lib/slip/FoundFacts.svelte';
	import Photos from '$lib/slip/Photos.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import Choice from '$lib/kit/Choice.svelte';

	interface Props {
		box: Box;
	}
	/** What is there to be seen in an open box: each fact is used as soon as it is pressed. */
	let { box }: Props = $props();
	const store = useJob();
	let open = $state({ wires: false, photos: false, look: false });
	const set = (what: string, change: Parameters<typeof editBox>[1]) =>
		store.edit(`${box.name}: ${what}`, editBox(box.id, change));
	const receptacle = $derived(box.devices.find((d) => d.receptacles > 0));
	const cables = $derived(box.ends);
	const dead = $derived(store.deadStateOf(box.id));
	const look = $derived(store.looks.find((e) => e.boxId === box.id));
	/** Others of its circuit: with its cables apart, which of them are dead tells what it feeds. */
	const circuit = $derived(store.index.circuitsOfBox.get(box.id)?.[0]);
	const behind = $derived(
		circuit ? store.job.cables.filter((l) => l.circuitId === circuit.id && l.toId !== box.id).map((l) => l.toId) : []
	);
	/** What may be at the other end of a cable: the panel of its circuit, or another box. */
	const others = $derived([
		{ value: '', name: 'not known' },
		...store.job.panels.map((p) => ({ value: p.id, name: p.name })),
		...store.job.boxes.filter((b) => b.id !== box.id).map((b) => ({ value: b.id, name: b.name }))
	]);
	const otherEnd = (c: CableEnd) => {
		const cable = cableOfEnd(store.job, c.id);
		return cable ? ((cable.toId === box.id ? cable.fromId : cable.toId) ?? '') : '';
	};
	const join = (c: CableEnd, otherId: string) =>
		store.edit(
			`${box.name}: where a cable goes`,
			joinEnd({
				boxId: box.id,
				endId: c.id,
				otherId: otherId || null,
				cableId: freshId(),
				feedId: freshId(),
				circuitId: freshId()
			})
		);
	const EMPTY: Omit<CableEnd, 'id'> = { kind: null, awg: null, conductors: null, ground: null, note: '' };
	const along = $derived(placeAlong(cables.length));
	const ALONG = { end: 'an end of its run', middle: 'in the middle of its run', tap: 'a tap: its run branches here' };
	/** Of all cables where they are alike; null: not, or not known. */
	const alike = <K extends keyof CableEnd>(key: K): CableEnd[K] | null => {
		const [first] = cables;
		return first && cables.every((c) => c[key] === first[key]) ? first[key] : null;
	};
	function count(n: number | null): void {
		const kept = cables.slice(0, n ?? 0);
		const more = Array.from({ length: (n ?? 0) - kept.length }, () => ({
			id: freshId(),
			...EMPTY,
			...(kept[0] ? like(kept[0]) : {})
		}));
		void set(`${n ?? 0} cables`, { ends: [...kept, ...more] });
	}
	const like = ({ kind, awg, conductors, ground }: CableEnd) => ({ kind, awg, conductors, ground });
	const all = (what: string, change: Partial<CableEnd>) =>
		set(what, { ends: (cables.length ? cables : [{ id: freshId(), ...EMPTY }]).map((c) => ({ ...c, ...change })) });
	const one = (id: string, what: string, change: Partial<CableEnd>) =>
		set(what, { ends: cables.map((c) => (c.id === id ? { ...c, ...change } : c)) });
	const asSeen = (cableId: string, field: SeenField, c: CableEnd) =>
		store.edit(
			`Cable is ${seenWords(field, c[field])}, as seen in ${box.name}`,
			editCable(cableId, { [field]: c[field] ?? null })
		);
	/** A pair that reads live is live: under a tag that stops everything. */
	async function lookedAt(id: string, i: number, v: 'line' | 'load' | null): Promise<void> {
		await one(id, 'LINE', { line: v === null ? undefined : v === 'line' });
		if (v === 'line') await store.foundLive(box.id, `cable ${i + 1} reads live by itself`, whoReads());
	}
	type Kind = 'nm' | 'nm3' | 'two-wire' | 'old-AC' | 'nm-bare' | 'AC' | 'MC' | 'mc3' | 'knob-and-tube';
	const KINDS: { value: Kind; name: string; is: Pick<CableEnd, 'kind' | 'conductors' | 'ground'> }[] = [
		{ value: 'nm', name: 'NM-B, two and ground', is: { kind: 'NM-B', conductors: 2, ground: true } },
		{ value: 'nm3', name: 'NM-B, three and ground', is: { kind: 'NM-B', conductors: 3, ground: true } },
		{ value: 'two-wire', name: 'old two-wire, no ground', is: { kind: 'two-wire', conductors: 2, ground: false } },
		{ value: 'old-AC', name: 'old armored', is: { kind: 'old-AC', conductors: 2, ground: false } },
		{ value: 'nm-bare', name: 'old NM, no ground', is: { kind: 'NM', conductors: 2, ground: false } },
		{ value: 'AC', name: 'armored with strip', is: { kind: 'AC', conductors: 2, ground: true } },
		{ value: 'MC', name: 'MC, two and ground', is: { kind: 'MC', conductors: 2, ground: true } },
		{ value: 'mc3', name: 'MC, three and ground', is: { kind: 'MC', conductors: 3, ground: true } },
		{ value: 'knob-and-tube', name: 'knob and tube', is: { kind: 'knob-and-tube', conductors: 2, ground: false } }
	];
	/** What is seen in most boxes, all of it by one press: cables, what they are, and whether a ground comes with them. */
	const USUAL: { value: string; name: string; n: number; kind: Kind }[] = [
		{ value: 'one', name: 'one NM-B with ground', n: 1, kind: 'nm' },
		{ value: 'two', name: 'two NM-B with ground', n: 2, kind: 'nm' },
		{ value: 'old', name: 'two old two-wire, no ground', n: 2, kind: 'two-wire' },
		{ value: 'three', name: 'one three-wire NM-B', n: 1, kind: 'nm3' }
	];
	const usual = $derived(
		USUAL.find((u) => u.n === cables.length && u.kind === kindOf(alike('kind'), alike('conductors')))?.value ?? null
	);
	function asUsual(value: string | null): void {
		const row = USUAL.find((u) => u.value === value);
		const is = KINDS.find((k) => k.value === row?.kind)?.is;
		if (!row || !is) return;
		const ends = Array.from({ length: row.n }, (_, i) => ({ ...(cables[i] ?? { id: freshId(), ...EMPTY }), ...is }));
		void set(row.name, { ends, ground: is.ground ? 'present' : 'none' });
	}
	const kindOf = (cable: CableKind | null, conductors: number | null): Kind | null =>
		KINDS.find((k) => k.is.kind === cable && k.is.conductors === conductors)?.value ?? null;
	const keepKind = (keep: (what: string, change: Partial<CableEnd>) => unknown) => (kind: Kind | null) => {
		const row = KINDS.find((k) => k.value === kind);
		keep(row?.name ?? 'cable not known', row?.is ?? { kind: null, conductors: null, ground: null });
	};
	const YES_NO = (['yes', 'no'] as const).map((value) => ({ value, name: value }));
	const yesNo = (said: boolean | undefined) => (said === undefined ? null : said ? ('yes' as const) : ('no' as const));
	const saidYes = (v: 'yes' | 'no' | null) => (v === null ? undefined : v === 'yes');
	const GAUGES: { value: Awg; name: string }[] = (['14', '12', '10', '8'] as const).map((value) => ({ value, name: value }));
	const SIDES: { value: Enters; name: string }[] = (['top', 'bottom', 'left', 'right', 'back'] as const).map((value) => ({
		value,
		name: value
	}));
	const VOLUMES = $derived(
		[...new Set([...store.edition.boxes.common, ...(box.volumeCuIn === null ? [] : [box.volumeCuIn])])].sort((a, b) => a - b)
	);
	const here = $derived(
		(['walk', 'rough'] as const).flatMap((stage) =>
			store.assessment.stages[stage].findings.filter((f) => f.subject.id === box.id && f.code !== 'unplaced')
		)
	);
</script>

{#snippet picture(kind: Kind)}
	{@const row = KINDS.find((k) => k.value === kind)}
	{#if row}<CablePicture is={row.is} />{/if}
{/snippet}
{#snippet against(c: CableEnd)}
	{@const odd = differing(store.job, c)}
	{#each odd?.fields ?? [] as field (field)}
		<p class="against">
			<Mark kind="caution" />
			<span
				>This cable is entered as {seenWords(field, odd?.cable[field])}; here it was seen as {seenWords(field, c[field])}.</span
			>
			<Btn small onclick={() => void asSeen(odd?.cable.id ?? '', field, c)}>It is {seenWords(field, c[field])}</Btn>
			<Btn small onclick={() => one(c.id, `it is ${seenWords(field, odd?.cable[field])}`, { [field]: odd?.cable[field] })}
				>It is {seenWords(field, odd?.cable[field])}</Btn
			>
		</p>
	{/each}
{/snippet}
<div class="inside">
	{#if here.length}
		<ul class="here" role="status">
			{#each here as f (f.id)}<li><Mark kind={f.severity} /> {f.message}</li>{/each}
		</ul>
	{/if}
	<Choice
		label="Seen in it, the usual by one press"
		value={usual}
		options={USUAL.map(({ value, name }) => ({ value, name }))}
		onkeep={asUsual}
	/>
	{#if receptacle}
		<Choice
			label="Face"
			firm
			value={receptacle.slots}
			options={[
				{ value: 'two-slot', name: 'two slots' },
				{ value: 'grounding', name: 'three slots' }
			]}
			onkeep={(slots) => slots && store.edit(`${box.name}: face`, editDevice(box.id, receptacle.id, { slots }))}
		/>
	{/if}
	<Choice
		label="Ground in the box"
		value={box.ground === 'unknown' ? null : box.ground}
		options={[
			{ value: 'none', name: 'none' },
			{ value: 'present', name: 'there' }
		]}
		onkeep={(ground) => set('ground', { ground: ground ?? 'unknown' })}
	/>
	<Choice
		label={`Cables that end in it${along ? `: ${ALONG[along]}` : ''}`}
		value={cables.length || null}
		options={[1, 2, 3, 4, 5].map((value) => ({ value, name: String(value) }))}
		onkeep={count}
	/>
	<Choice
		label="What they are"
		value={kindOf(alike('kind'), alike('conductors'))}
		options={KINDS}
		{picture}
		onkeep={keepKind(all)}
	/>
	<Choice
		label="Gauge, AWG"
		value={alike('awg')}
		options={GAUGES}
		onkeep={(awg) => all(awg ? `${awg} AWG` : 'gauge not known', { awg })}
	/>
	{#if cables.length === 1 && cables[0]}{@render against(cables[0])}{/if}
	{#if cables.length > 1}
		<Fold title="Which cable is LINE: a look with the circuit on" bind:open={() => open.look || !!look, (v) => (open.look = v)}>
			<ol class="look">
				<li>Off and tagged, verified dead.</li>
				<li>Cables disconnected, every conductor capped, nothing touching; people clear.</li>
				<li>On for the look. Read each cable by itself; press what it reads below.</li>
				<li>Off, tagged, verified dead again. Then land.</li>
			</ol>
			{#if look}
				<p>
					<Mark kind="caution" word /> On for a look since {sayTime(look.at)}: hands off. End it with “Off and tagged again”
					above.
				</p>
				{#if circuit && behind.length}<ReadWithOpen boxId={box.id} {circuit} others={behind} />{/if}
			{:else if dead.tag && dead.test}
				<Btn onclick={() => void store.lookOn(box.id)}>Cables disconnected and capped: on for a look</Btn>
			{:else}
				<p class="soft">{dead.tag ? 'Verify dead first (step Dead).' : 'Switch off, tag and verify dead first (step Dead).'}</p>
			{/if}
		</Fold>
		{#each cables as c, i (c.id)}
			<fieldset>
				<legend>Cable {i + 1}: {cableName({ ...c, metal: c.metal ?? null })}{c.line ? ', LINE' : ''}</legend>
				{@render against(c)}
				<Choice
					label="Is"
					value={kindOf(c.kind, c.conductors)}
					options={KINDS}
					{picture}
					onkeep={keepKind((w, change) => one(c.id, w, change))}
				/>
				<Choice label="AWG" value={c.awg} options={GAUGES} onkeep={(awg) => one(c.id, 'gauge', { awg })} />
				<Choice
					label="Comes in at the"
					value={c.enters ?? null}
					options={SIDES}
					onkeep={(v) => one(c.id, 'where it comes in', { enters: v ?? undefined })}
				/>
				<Choice
					label="Metal"
					value={c.metal ?? null}
					options={[
						{ value: 'Cu', name: 'copper' },
						{ value: 'Al', name: 'aluminum' }
					]}
					onkeep={(v) => one(c.id, 'copper or aluminum', { metal: v ?? undefined })}
				/>
				<Choice
					label="Disconnected and read by itself"
					value={c.line === undefined ? null : c.line ? 'line' : 'load'}
					options={[
						{ value: 'line', name: 'live: LINE' },
						{ value: 'load', name: 'dead: goes on' }
					]}
					onkeep={(v) => void lookedAt(c.id, i, v)}
				/>
				{#if c.line !== undefined}
					<SelectField
						label={c.line ? 'Comes from' : 'Goes to'}
						value={otherEnd(c)}
						options={others}
						onkeep={(v) => void join(c, v)}
					/>
				{/if}
			</fieldset>
		{/each}
	{/if}
	<Choice
		label="Box"
		value={box.material}
		options={[
			{ value: 'metal', name: 'metal' },
			{ value: 'plastic', name: 'plastic' }
		]}
		onkeep={(material) => set(material ?? 'metal or plastic not known', { material })}
	/>
	{#if box.material === 'metal'}
		<Choice
			label="Cable clamps inside it"
			value={yesNo(box.clampsInside)}
			options={YES_NO}
			onkeep={(v) => set('clamps', { clampsInside: saidYes(v) })}
		/>
	{/if}
	<Choice
		label="Gangs"
		firm
		value={box.gangs}
		options={[1, 2, 3, 4].map((value) => ({ value, name: String(value) }))}
		onkeep={(gangs) => gangs && set('gangs', { gangs })}
	/>
	<SelectField
		label="Volume"
		value={box.volumeCuIn === null ? '' : String(box.volumeCuIn)}
		options={[{ value: '', name: 'not known' }, ...VOLUMES.map((v) => ({ value: String(v), name: `${v} cu in` }))]}
		onkeep={(v) => set('volume', { volumeCuIn: v ? Number(v) : null })}
	/>
	{#if receptacle}<Choice
			label="Cord adapter in use"
			value={yesNo(box.adapter)}
			options={YES_NO}
			onkeep={(v) => set('cord adapter', { adapter: saidYes(v) })}
		/>{/if}
	<Fold title={`Conductors (${box.conductors.length}) and how the ground is known`} bind:open={open.wires}>
		{#if open.wires}<FoundFacts {box} />{/if}
	</Fold>
	<Fold title="Photos" bind:open={open.photos}>
		{#if open.photos}<Photos of={{ kind: 'box', id: box.id }} />{/if}
	</Fold>
</div>

<style>
	.inside {
		display: grid;
		gap: var(--space-12);
		max-width: 720px;
	}
	.against {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: var(--space-8);
	}
	.against span {
		flex: 1 1 220px;
	}
	.look {
		list-style: decimal;
		margin: 0 0 var(--space-10);
		padding-left: 1.4em;
		font-size: var(--type-body);
	}
	.inside p {
		margin: 0;
	}
	fieldset {
		border: 1px solid var(--rule);
		border-radius: 3px;
		padding: var(--space-6) var(--space-10) var(--space-10);
		display: grid;
		gap: var(--space-8);
	}
	legend {
		font-weight: 600;
		font-size: var(--type-body);
		padding: 0 var(--space-4);
	}
	.here {
		list-style: none;
		margin: 0;
		padding: var(--space-8) var(--space-12);
		background: var(--paper);
		border-left: 6px solid var(--look);
		display: grid;
		gap: var(--space-6);
		font-size: var(--type-body);
	}
</style>

<script lang="ts">
	import { terminalWords } from '$core/makeup/box/terminal-words';
	import { NET_WORDS, type MakeUp, type MakeUpCase } from '$core/makeup/box/case';
	import { asPlanned, lampsOf, landedFaults, terminalsOf, type On } from '$core/makeup/box/landed';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		of: MakeUpCase;
		made: MakeUp;
		/** Cables and devices by the names of the page. */
		names: { cables: ReadonlyMap<string, string>; devices: ReadonlyMap<string, string> };
	}
	/** What is really on each terminal: right, or which fault it makes, before power comes on. It begins empty; the plan stands beside it. */
	let { of, made, names }: Props = $props();
	type Tabs = Partial<Record<'hot' | 'neutral', 'in' | 'out'>>;
	let on = $state.raw<Readonly<Record<string, On>>>({});
	let tabs = $state.raw<Readonly<Record<string, Tabs>>>({});
	const planned = $derived(asPlanned(of, made));
	/** What was not said yet stands as planned, so that what was said is judged; nothing is called right before all of it was. */
	const landed = $derived({
		on: { ...planned.on, ...on },
		tabs: Object.fromEntries(Object.entries(planned.tabs).map(([id, t]) => [id, { ...t, ...tabs[id] }]))
	});
	const faults = $derived(landedFaults(of, made, landed));
	const asked = $derived([
		...Object.keys(planned.on).map((key) => key in on),
		...Object.keys(planned.tabs).flatMap((id) => (['hot', 'neutral'] as const).map((side) => tabs[id]?.[side] !== undefined))
	]);
	const left = $derived(asked.filter((told) => !told).length);
	const NOTHING = 'nothing';
	const UNTOLD = '';
	/** Every conductor that can be on a screw: ends of cables, and the pigtails of the splices. */
	const choices = $derived([
		{ value: UNTOLD, name: 'not said' },
		{ value: NOTHING, name: 'nothing' },
		...made.joins.map((j, i) => ({
			value: `pigtail ${i}`,
			name: `pigtail of ${i + 1}: ${NET_WORDS[j.net]}${j.load ? ', LOAD' : ''}`
		})),
		...of.cables.flatMap((c) =>
			c.conductors.map((w) => ({ value: `end ${c.id} ${w.color}`, name: `${w.color} ${names.cables.get(c.id) ?? c.id}` }))
		)
	]);
	const valueOf = (on: On | undefined): string =>
		on === undefined ? UNTOLD : !on ? NOTHING : 'pigtail' in on ? `pigtail ${on.pigtail}` : `end ${on.end.cable} ${on.end.color}`;
	function onOf(value: string): On {
		if (value === NOTHING) return null;
		if (value.startsWith('pigtail ')) return { pigtail: Number(value.slice('pigtail '.length)) };
		for (const c of of.cables)
			for (const { color } of c.conductors) if (value === `end ${c.id} ${color}`) return { end: { cable: c.id, color } };
		return null;
	}
	function set(key: string, value: string): void {
		const { [key]: _, ...others } = on;
		on = value === UNTOLD ? others : { ...others, [key]: onOf(value) };
	}
	const planWords = (key: string) => choices.find((c) => c.value === valueOf(planned.on[key] ?? null))?.name ?? 'nothing';
	function turn(device: string, side: 'hot' | 'neutral'): void {
		const now = tabs[device]?.[side];
		tabs = { ...tabs, [device]: { ...tabs[device], [side]: now === 'in' ? 'out' : 'in' } };
	}
	/** Whatever may be shown of LINE by its id is told by its name. */
	const inWords = (text: string) =>
		[...names.cables].reduce((said, [id, name]) => said.replaceAll(id, `the cable ${name}`), text);
	const duplex = $derived(
		of.devices.filter(
			(d) => d.kind === 'receptacle' && terminalsOf(of, d).some((t) => t.startsWith('hot-upper') || t === 'line-hot')
		)
	);
</script>

<section class="landed" aria-label="As landed">
	<p class="soft">Say what is on each screw as you see it; the plan stands beside it. Splices count as planned.</p>
	{#each of.devices as d (d.id)}
		<h4>{names.devices.get(d.id) ?? d.id}</h4>
		<div class="screws">
			{#each terminalsOf(of, d) as t (t)}
				<div>
					<SelectField
						label={terminalWords(t).words}
						value={valueOf(on[`${d.id} ${t}`])}
						options={choices}
						onkeep={(v) => set(`${d.id} ${t}`, v)}
					/>
					<span class="soft plan">plan: {planWords(`${d.id} ${t}`)}</span>
				</div>
			{/each}
			{#if planned.tabs[d.id]}
				{#each ['hot', 'neutral'] as const as side (side)}
					<Btn onclick={() => turn(d.id, side)}
						>{side === 'hot' ? 'brass' : 'silver'} tab: {tabs[d.id]?.[side] ?? 'not said'}, plan {planned.tabs[d.id]?.[side]}</Btn
					>
				{/each}
			{/if}
		</div>
	{/each}
	<div aria-live="polite">
		{#each faults as f, i (i)}
			<p class={f.level}><Mark kind={f.level} word /> {inWords(f.says)}.</p>
		{:else}
			{#if left}<p><Mark kind="unknown" word /> {left} of {asked.length} not said yet.</p>{:else}<p>
					<Mark kind="good" /> As planned, terminal by terminal. Splices, torque and what is behind the plate are not seen by this.
				</p>{/if}
		{/each}
		{#if faults.some((f) => f.level === 'bad')}<p><b>Leave it off.</b> Put it right first, dead.</p>{/if}
		{#each left ? [] : duplex as d (d.id)}
			<p class="soft">
				A tester would show, H-N, H-G, N-G: {(['upper', 'lower'] as const)
					.filter((half) => half === 'upper' || landed.tabs[d.id])
					.map((half) => `${landed.tabs[d.id] ? `${half}: ` : ''}${lampsOf({ case: of, made, landed }, { device: d.id, half })}`)
					.join('; ')}
			</p>
		{/each}
	</div>
	<Btn small look="quiet" onclick={() => ([on, tabs] = [{}, {}])}>Clear</Btn>
</section>

<style>
	.screws {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
		gap: var(--space-8) var(--space-12);
		align-items: end;
		margin-bottom: var(--space-8);
	}
	.plan {
		font-size: var(--type-note);
	}
	h4 {
		margin: var(--space-6) 0 var(--space-4);
		font-size: var(--type-lead);
	}
	p {
		margin: var(--space-4) 0;
	}
	p.bad {
		border-left: 5px solid var(--stop);
		padding-left: var(--space-8);
	}
</style>

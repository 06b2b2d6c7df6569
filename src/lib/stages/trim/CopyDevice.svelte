<script lang="ts">
	import type { MakeUp, MakeUpCase } from '$core/makeup/box/case';
	import { copyDevice, OLD_DEVICES, OLD_WORDS, type FoundOn, type OldDevice } from '$core/makeup/box/copy-device';
	import { terminalWords } from '$core/makeup/box/terminal-words';
	import type { Box } from '$core/model/job';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { useJob } from '$lib/store/use-job';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import { untrack } from 'svelte';

	interface Props {
		box: Box;
		of: MakeUpCase;
		made: MakeUp;
		names: { cables: ReadonlyMap<string, string>; devices: ReadonlyMap<string, string> };
	}
	/** What was on the old device, and where each conductor goes on the new one. */
	let { box, of, made, names }: Props = $props();
	const store = useJob();
	const ends = $derived(of.cables.flatMap((c) => c.conductors.map((w) => ({ cable: c.id, color: w.color }))));
	const form = new FormDraft(
		draftKey(
			store.job.id,
			untrack(() => `old ${box.id}`)
		),
		{ device: 'duplex', on: '{}', hot: '', neutral: '' }
	);
	const olds = Object.keys(OLD_DEVICES) as OldDevice[];
	const old = $derived(olds.find((k) => k === form.now.device) ?? 'duplex');
	/** By end: `terminal|how`, `splice`, `loose`. */
	const noted = $derived.by((): Record<string, string> => {
		try {
			return JSON.parse(form.now.on) as Record<string, string>;
		} catch {
			return {};
		}
	});
	const key = (e: { cable: string; color: string }) => `${e.cable} ${e.color}`;
	const on = $derived(
		ends.map((end): FoundOn => {
			const said = noted[key(end)] ?? '';
			if (!said) return { end };
			if (said === 'splice' || said === 'loose') return { end, at: said };
			const [terminal = '', how = 'screw'] = said.split('|');
			return { end, at: { terminal }, how: how === 'push-in' || how === 'clamp' ? how : 'screw' };
		})
	);
	const options = $derived([
		{ value: '', name: 'not noted' },
		...OLD_DEVICES[old].flatMap((t) => [
			{ value: `${t}|screw`, name: `${terminalWords(t).words}, screw` },
			...(t === 'ground' ? [] : [{ value: `${t}|push-in`, name: `${terminalWords(t).words}, push-in` }])
		]),
		{ value: 'splice', name: 'a splice' },
		{ value: 'loose', name: 'nothing' }
	]);
	const tab = (word: string) => (word === 'in' || word === 'out' ? word : undefined);
	const device = $derived(of.devices[0]);
	const slots = $derived(box.devices.find((d) => d.id === device?.id)?.slots);
	const copied = $derived(
		device
			? copyDevice(
					{ device: old, on, tabs: { hot: tab(form.now.hot), neutral: tab(form.now.neutral) } },
					{ case: of, made, device, grounding: slots === 'grounding', cables: names.cables }
				)
			: null
	);
	const TABS = [
		{ value: '', name: 'not looked at' },
		{ value: 'in', name: 'in' },
		{ value: 'out', name: 'out' }
	];
</script>

<section aria-label="From the old device">
	<p class="soft">Before a conductor is loose: say where each one is.</p>
	<div class="fields form-columns">
		<SelectField
			label="Old device"
			value={old}
			options={olds.map((value) => ({ value, name: OLD_WORDS[value] }))}
			onkeep={(v) => (form.now.device = v)}
		/>
		{#if old === 'duplex' || old === 'two-slot'}
			<SelectField label="Its brass tab" value={form.now.hot} options={TABS} onkeep={(v) => (form.now.hot = v)} />
			<SelectField label="Its silver tab" value={form.now.neutral} options={TABS} onkeep={(v) => (form.now.neutral = v)} />
		{/if}
		{#each ends as end (key(end))}
			<SelectField
				label={`${end.color} ${names.cables.get(end.cable) ?? ''}`}
				value={options.some((o) => o.value === noted[key(end)]) ? (noted[key(end)] ?? '') : ''}
				{options}
				onkeep={(v) => (form.now.on = JSON.stringify({ ...noted, [key(end)]: v }))}
			/>
		{/each}
	</div>
	{#if copied}
		{#each copied.notes as n (n.says)}
			<p class={n.level}><Mark kind={n.level === 'bad' ? 'bad' : 'look'} /> {n.says}{n.section ? ` (${n.section})` : ''}</p>
		{/each}
		<table class="data">
			<thead><tr><th>Conductor</th><th>Was on</th><th>Goes on</th><th>Why</th></tr></thead>
			<tbody>
				{#each copied.moves as m (key(m.end))}
					<tr>
						<td>{m.end.color} {names.cables.get(m.end.cable) ?? ''}</td>
						<td>{m.from}</td>
						<td><b>{m.to}</b></td>
						<td
							>{#if m.read}<Mark kind="caution" />{/if}
							{m.same ? 'stays' : m.why.join(' ')}</td
						>
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
</section>

<style>
	.fields {
		margin-bottom: var(--space-10);
	}
	p {
		margin: var(--space-4) 0;
	}
	.bad {
		border-left: 5px solid var(--stop);
		padding-left: var(--space-8);
	}
	section {
		overflow-x: auto;
	}
</style>

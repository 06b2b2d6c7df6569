<script lang="ts">
	import { remember, remembered } from '$lib/store/this-device';
	import SignaturePad from 'signature_pad';
	import { now } from '$lib/clock';
	import { putSignature } from '$core/edit/inspection';
	import type { Paper } from '$core/handover/paper';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import { shopPeople } from '$lib/store/shop';
	import { fingerprintOf } from '$lib/documents/signing';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import { untrack } from 'svelte';

	interface Props {
		/** The paper as it is now. */
		paper: Paper;
		subject?: string | undefined;
		/** Who can sign it. */
		roles: readonly string[];
		ondone: () => void;
	}
	/** A signature drawn by hand, kept with what the paper said. */
	let { paper, subject, roles, ondone }: Props = $props();
	const store = useJob();
	let canvas = $state<HTMLCanvasElement>();
	let pad: SignaturePad | null = null;
	let drawn = $state(false);
	const form = new FormDraft(
		draftKey(
			store.job.id,
			untrack(() => `sign ${paper.key}`)
		),
		{ role: '', name: '', license: remembered('license') }
	);
	const role = $derived(roles.find((r) => r === form.now.role) ?? roles[0] ?? 'Electrician');
	// The field of the drawing belongs to the DOM.
	$effect(() => {
		if (!canvas) return;
		canvas.width = canvas.clientWidth;
		canvas.height = canvas.clientHeight;
		const made = new SignaturePad(canvas, { penColor: '#1b1a17' });
		made.addEventListener('endStroke', () => (drawn = !made.isEmpty()));
		pad = made;
		return () => made.off();
	});
	const people = shopPeople();
	function take(initials: string): void {
		const person = people.find((p) => p.initials === initials);
		form.now.name = person?.name ?? '';
		form.now.license = person?.license ?? '';
	}
	const ready = $derived(drawn && form.now.name.trim() !== '');
	async function keep(): Promise<void> {
		if (!pad || !canvas || !ready) return;
		remember('license', form.now.license);
		const round = (n: number) => Math.round(n * 10) / 10;
		const signature = {
			id: freshId(),
			paper: paper.key,
			...(subject === undefined ? {} : { subject }),
			role,
			name: form.now.name.trim().slice(0, 80),
			license: form.now.license.trim().slice(0, 40),
			at: now(),
			strokes: pad.toData().map((s) => s.points.slice(0, 2000).map((p): [number, number] => [round(p.x), round(p.y)])),
			width: canvas.width,
			height: canvas.height,
			fingerprint: fingerprintOf(paper)
		};
		if (await store.edit(`${paper.title} signed by ${signature.name}`, putSignature(signature))) {
			form.clear();
			ondone();
		}
	}
</script>

<section class="sign no-print" aria-label={`Sign: ${paper.title}`}>
	<div class="fields form-columns">
		{#if roles.length > 1}
			<SelectField
				label="As"
				value={role}
				options={roles.map((value) => ({ value, name: value }))}
				onkeep={(v) => (form.now.role = v)}
			/>
		{/if}
		{#if people.length}
			<SelectField
				label="Person"
				value={people.find((p) => p.name === form.now.name)?.initials ?? ''}
				options={[
					{ value: '', name: 'someone else' },
					...people.map((p) => ({ value: p.initials, name: `${p.initials}, ${p.name}` }))
				]}
				onkeep={take}
			/>
		{/if}
		<TextField label="Name" value={form.now.name} onkeep={(v) => (form.now.name = v)} ontype={(v) => (form.now.name = v)} />
		<TextField
			label="License number"
			value={form.now.license}
			onkeep={(v) => (form.now.license = v)}
			ontype={(v) => (form.now.license = v)}
		/>
	</div>
	<canvas bind:this={canvas} aria-label="Draw the signature here"></canvas>
	<div class="acts buttons">
		<Btn look="main" disabled={!ready} onclick={keep}>Keep signature</Btn>
		<Btn onclick={() => (pad?.clear(), (drawn = false))}>Draw again</Btn>
		<Btn look="quiet" onclick={ondone}>Cancel</Btn>
	</div>
</section>

<style>
	.sign {
		border: 1.5px solid var(--ink);
		border-radius: 4px;
		padding: var(--space-10);
		max-width: 620px;
		margin: var(--space-8) 0;
	}
	canvas {
		width: 100%;
		height: 150px;
		background: #fff;
		border: 1px solid var(--rule);
		touch-action: none;
		margin: var(--space-8) 0;
	}
</style>

<script lang="ts">
	import { proxy } from 'comlink';
	import { sayDay, today } from '$lib/clock';
	import { removeSignature } from '$core/edit/inspection';
	import { figureSvg } from '$core/formats/paper-figures';
	import { fileOf } from '$core/formats/write-job';
	import { makePaper } from '$core/handover/make-paper';
	import { SIGNERS, type PaperCase } from '$core/handover/paper';
	import { PAPERS, type PaperKind } from '$core/model/kinds';
	import { dueDays, gfciRegister } from '$core/prove/gfci-register';
	import { allPhotos } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import { saveBytes, saveText } from '$lib/store/save-file';
	import { calibrationOver, keepDoorIn, keepPaper, shopDoorIn, shopInstruments, shopPaper, shopPrices } from '$lib/store/shop';
	import { PAPER_SIZES, type PaperSize } from '$lib/documents/pdf-definition';
	import { signedOn } from '$lib/documents/signing';
	import Btn from '$lib/kit/Btn.svelte';
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Late from '$lib/frame/Late.svelte';
	import { part } from '$lib/kit/late.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import { Canceled, inWorker, papersWorker } from '$lib/workers/use-worker';
	import type { PapersApi } from '$lib/workers/papers.worker';
	import PaperBlocks from './PaperBlocks.svelte';

	interface Props {
		paperKey: PaperKind;
	}
	/** One paper: what is missing before it can be signed, its preview, its PDF; and the package of all. */
	let { paperKey }: Props = $props();
	const store = useJob();
	let photos = $state(0);
	void allPhotos(store.job.id).then((all) => (photos = all.length));
	/** What a paper can be of: the picked box or circuit, the picked panel. */
	const subject = $derived(
		paperKey === 'code-letter'
			? (store.box?.id ?? store.circuit?.id)
			: paperKey === 'directory' && store.selection?.kind === 'panel'
				? store.selection.id
				: undefined
	);
	const instruments = shopInstruments();
	let doorIn = $state(shopDoorIn());
	const doorFault = (v: string) =>
		v.trim() === '' || (Number(v) >= 2 && Number(v) <= 8) ? null : `2 to 8 in, or nothing; got "${v}"`;
	const base = $derived<PaperCase>({
		ruled: store.ruled,
		told: store.job,
		readings: store.readings,
		events: store.events,
		stages: store.assessment.stages,
		proofs: store.assessment.proofs,
		places: store.places,
		today: today(),
		sayDay,
		photos,
		subject,
		calibrationOver: (of) => calibrationOver(instruments, of),
		doorIn: doorIn || undefined
	});
	const paper = $derived(makePaper(paperKey, base));
	const signatures = $derived((store.job.signatures ?? []).filter((s) => s.paper === paperKey && s.subject === subject));
	const signed = $derived(signedOn(signatures, (day) => makePaper(paperKey, { ...base, today: day })));
	let signing = $state(false);
	let size = $state<PaperSize>(shopPaper());
	let doing = $state<string | null>(null);
	let share = $state(0);
	let stop: (() => void) | null = null;

	/** Made beside the page; stopped, nothing of it is given. */
	async function make(
		what: string,
		name: string,
		type: string,
		work: (api: Parameters<Parameters<typeof inWorker<PapersApi, Uint8Array>>[1]>[0]) => Promise<Uint8Array>
	): Promise<void> {
		[doing, share] = [what, 0];
		const job = inWorker<PapersApi, Uint8Array>(papersWorker, work);
		stop = job.cancel;
		try {
			saveBytes(name, type, await job.done);
		} catch (error) {
			if (!(error instanceof Canceled)) store.say(`${what} could not be made: ${(error as Error).message}`, true);
		} finally {
			doing = stop = null;
		}
	}
	const plain = () => $state.snapshot({ job: store.job, readings: store.readings, events: store.events });
	const pdf = () =>
		make(PAPERS[paperKey], `${store.job.name} ${PAPERS[paperKey]}.pdf`, 'application/pdf', (api) =>
			api.paper(fileOf(plain()), paperKey, { subject, size, instruments, doorIn })
		);
	async function all(): Promise<void> {
		const pictures = await allPhotos(store.job.id);
		const told = proxy((now: string, done: number) => void ([doing, share] = [now, done]));
		await make('The package', `${store.job.name} handover.zip`, 'application/zip', (api) =>
			api.package(fileOf({ ...plain(), photos: pictures }), { size, prices: { ...shopPrices() }, instruments, doorIn }, told)
		);
	}
	async function calendar(): Promise<void> {
		const made = await part(() => import('$lib/documents/calendar'));
		const days = dueDays(
			store.job,
			gfciRegister(store.job, { readings: store.readings, proofs: store.assessment.proofs }, today())
		);
		if (made && days.length) saveText(`${store.job.name} due.ics`, 'text/calendar', made.calendarOf(days));
		else store.say('Nothing is due on a day.', true);
	}
	const roles = $derived([...new Set([...paper.signers, ...SIGNERS])]);
</script>

<div class="acts buttons no-print">
	<Btn small look="main" onclick={() => print()}>Print</Btn>
	<Btn small onclick={pdf} disabled={doing !== null}>PDF</Btn>
	{#if paper.signers.length}<Btn small onclick={() => (signing = !signing)} pressed={signing}>Sign</Btn>{/if}
	{#if paperKey === 'owner'}<Btn small onclick={calendar}>Calendar</Btn>{/if}
	<Btn small onclick={all} disabled={doing !== null}>Everything as one package</Btn>
	<SelectField
		label="Paper"
		value={size}
		options={PAPER_SIZES.map((value) => ({ value, name: value === 'LETTER' ? 'Letter' : value }))}
		onkeep={(v) => keepPaper((size = v))}
	/>
	{#if paperKey === 'directory'}
		<TextField
			label="Door card, in wide"
			value={doorIn ? String(doorIn) : ''}
			placeholder="sheet"
			check={doorFault}
			onkeep={(v) => keepDoorIn((doorIn = Number(v)))}
		/>
	{/if}
</div>
{#if doing !== null}
	<p class="no-print" role="status">
		{doing}… <progress max="1" value={share}></progress>
		<Btn small look="quiet" onclick={() => stop?.()}>Stop</Btn>
	</p>
{/if}
{#if paper.missing.length}
	<div class="missing no-print">
		<b>Missing before it is signed</b>
		<ul>
			{#each paper.missing as m (m)}<li><Mark kind="unknown" /> {m}</li>{/each}
		</ul>
	</div>
{/if}
{#each signatures as s, i (s.id)}
	<p class="no-print">
		<Mark kind={signed[i]?.changed ? 'caution' : 'good'} />
		{s.role}: {s.name}, {signed[i]?.day}{signed[i]?.changed ? '. The paper was changed after this signature' : ''}
		<CrossBtn
			label={`Remove the signature of ${s.name}`}
			onclick={() => store.edit('Signature removed', removeSignature(s.id))}
		/>
	</p>
{/each}
{#if signing}
	<Late load={() => import('./SignPad.svelte')}
		>{#snippet children(SignPad)}<SignPad {paper} {subject} {roles} ondone={() => (signing = false)} />{/snippet}</Late
	>
{/if}
<PaperBlocks blocks={paper.blocks} large={paper.large} draw={(of) => figureSvg(base, of)} {signed} />

<style>
	.acts {
		align-items: end;
		margin-bottom: var(--space-8);
	}
	.missing {
		border-left: 5px solid var(--look);
		padding: var(--space-4) var(--space-10);
		margin: var(--space-6) 0;
	}
	.missing ul {
		margin: var(--space-2) 0;
		padding: 0;
		list-style: none;
	}
</style>

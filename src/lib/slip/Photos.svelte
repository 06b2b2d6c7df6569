<script lang="ts">
	import { now } from '$lib/clock';
	import type { Photo } from '$core/model/job';
	import { addPhoto, editPhoto, freshId, removePhoto, watchPhotos } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import { inWorker, filesWorker } from '$lib/workers/use-worker';
	import type { PhotoApi } from '$lib/workers/photo-api';
	import FilePick from '$lib/kit/FilePick.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	interface Props {
		of: Photo['of'];
	}
	let { of }: Props = $props();
	const store = useJob();
	let photos = $state.raw<Photo[]>([]);
	let working = $state(false);
	// By their values: an edit of the job gives new objects, and they are still of the same subject.
	const jobId = $derived(store.job.id);
	const kind = $derived(of.kind);
	const id = $derived(of.id);
	// The store of the browser is outside: what it holds of this subject is followed.
	$effect(() => watchPhotos(jobId, { kind, id }, (rows) => (photos = rows)));

	async function pick(file: File): Promise<void> {
		working = true;
		try {
			const made = await inWorker<PhotoApi, Awaited<ReturnType<PhotoApi['shrink']>>>(filesWorker, (api) => api.shrink(file)).done;
			if (!made.ok) return store.say(`${file.name}: ${made.message}`, true);
			await addPhoto({
				id: freshId(),
				jobId: store.job.id,
				of: { ...of },
				caption: '',
				at: now(),
				by: '',
				...made.photo
			});
			store.say('Photo kept with the job.');
		} catch (error) {
			store.say(`The photo could not be kept: ${(error as Error).message}`, true);
		} finally {
			working = false;
		}
	}
	async function remove(photo: Photo): Promise<void> {
		await removePhoto(photo.id);
		store.say('Photo removed.');
	}
</script>

<div class="photos">
	{#each photos as photo (photo.id)}
		<figure>
			<img
				src={`data:image/jpeg;base64,${photo.jpeg}`}
				alt={photo.caption || 'Photo without a caption'}
				width={photo.widthPx}
				height={photo.heightPx}
			/>
			<TextField label="Caption" value={photo.caption} onkeep={(v) => editPhoto(photo.id, v.slice(0, 200))} />
			<button type="button" onclick={() => remove(photo)}>Remove photo</button>
		</figure>
	{/each}
	<div class="no-print">
		<FilePick label={photos.length ? 'Another photo' : 'Photo'} accept="image/*" onpick={pick} />
		{#if working}<span role="status">resizing...</span>{/if}
	</div>
</div>

<style>
	.photos {
		display: grid;
		gap: var(--space-10);
		margin-top: var(--space-12);
	}
	figure {
		margin: 0;
		display: grid;
		gap: var(--space-6);
		justify-items: start;
	}
	img {
		width: 100%;
		height: auto;
		max-height: 260px;
		object-fit: contain;
		background: var(--paper);
		border: 1px solid var(--rule);
		border-radius: 4px;
	}
	button {
		border: 0;
		background: none;
		color: var(--soft);
		min-height: 32px;
		text-decoration: underline;
	}
</style>

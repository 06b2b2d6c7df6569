<script lang="ts">
	import jsQR from 'jsqr';
	import { FrameReader } from '$core/formats/code-frames';
	import Btn from '$lib/kit/Btn.svelte';

	interface Props {
		/** All of them were read: the job file. */
		onread: (file: File) => void;
		onclose: () => void;
	}
	/** Reads the codes of another screen by this device's camera. */
	let { onread, onclose }: Props = $props();
	let video = $state<HTMLVideoElement>();
	let fault = $state<string | null>(null);
	let progress = $state({ have: 0, of: 0 });
	const LOOK_EVERY_MS = 120;
	$effect(() => {
		const el = video;
		if (!el) return;
		const reader = new FrameReader();
		const canvas = document.createElement('canvas');
		const paper = canvas.getContext('2d', { willReadFrequently: true });
		let stream: MediaStream | null = null;
		let open = true;
		const look = () => {
			if (!paper || !el.videoWidth) return;
			[canvas.width, canvas.height] = [el.videoWidth, el.videoHeight];
			paper.drawImage(el, 0, 0);
			const { data, width, height } = paper.getImageData(0, 0, canvas.width, canvas.height);
			const found = jsQR(data, width, height);
			if (!found || !reader.take(found.data)) return;
			progress = reader.progress;
			const text = reader.done();
			if (text === null) return;
			clearInterval(timer);
			onread(new File([text], 'from another screen.hekto.json', { type: 'application/json' }));
		};
		const timer = setInterval(look, LOOK_EVERY_MS);
		if (!navigator.mediaDevices?.getUserMedia) fault = 'No camera here: it needs a secure address (HTTPS).';
		else
			navigator.mediaDevices
				.getUserMedia({ video: { facingMode: 'environment' } })
				.then((s) => {
					stream = s;
					if (!open) return s.getTracks().forEach((t) => t.stop());
					el.srcObject = s;
					return el.play();
				})
				.catch((error: Error) => (fault = `The camera can't be used: ${error.message}`));
		return () => {
			open = false;
			clearInterval(timer);
			stream?.getTracks().forEach((t) => t.stop());
		};
	});
</script>

<section class="codes" aria-label="Read codes">
	{#if fault}<p class="fault" role="alert">{fault}</p>{/if}
	<video bind:this={video} playsinline muted></video>
	<p role="status">{progress.of ? `${progress.have} of ${progress.of} codes` : 'Hold the camera to the other screen.'}</p>
	<Btn onclick={onclose}>Close</Btn>
</section>

<style>
	video {
		width: min(100%, 420px);
		background: #000;
	}
</style>

/** Longest side of a photo that is kept, px, and the most bytes of its JPEG. */
const LONGEST_PX = 1280;
const MOST_BYTES = 290_000;

interface SmallPhoto {
	widthPx: number;
	heightPx: number;
	/** base64 of a JPEG. */
	jpeg: string;
}

/** Makes a photo small enough to keep: first by its sides, then by its quality. Turned as the camera says. */
async function shrink(file: Blob): Promise<{ ok: true; photo: SmallPhoto } | { ok: false; message: string }> {
	let picture: ImageBitmap;
	try {
		picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
	} catch {
		return { ok: false, message: "The browser can't read this file as a picture." };
	}
	const scale = Math.min(1, LONGEST_PX / Math.max(picture.width, picture.height));
	const [width, height] = [Math.max(1, Math.round(picture.width * scale)), Math.max(1, Math.round(picture.height * scale))];
	const canvas = new OffscreenCanvas(width, height);
	canvas.getContext('2d')?.drawImage(picture, 0, 0, width, height);
	picture.close();
	for (let quality = 0.82; quality > 0.2; quality -= 0.12) {
		const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality });
		if (blob.size <= MOST_BYTES)
			return { ok: true, photo: { widthPx: width, heightPx: height, jpeg: base64(new Uint8Array(await blob.arrayBuffer())) } };
	}
	return { ok: false, message: "This picture can't be made small enough to keep." };
}
function base64(bytes: Uint8Array): string {
	let text = '';
	for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
	return btoa(text);
}

export const photoApi = { shrink };
export type PhotoApi = typeof photoApi;

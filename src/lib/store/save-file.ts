/** Hands the user a file to keep. */
export const saveText = (name: string, type: string, text: string): void =>
	save(name, new Blob([text], { type: `${type};charset=utf-8` }));
export const saveBytes = (name: string, type: string, bytes: Uint8Array): void =>
	save(name, new Blob([bytes as Uint8Array<ArrayBuffer>], { type }));

function save(name: string, blob: Blob): void {
	const url = URL.createObjectURL(blob);
	const link = document.createElement('a');
	link.href = url;
	link.download = name.replace(/[\\/:*?"<>|]+/g, ' ').trim();
	document.body.append(link);
	link.click();
	link.remove();
	setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

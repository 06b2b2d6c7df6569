/** Hands the user a file to keep. */
export function saveText(name: string, type: string, text: string): void {
	const url = URL.createObjectURL(new Blob([text], { type: `${type};charset=utf-8` }));
	const link = document.createElement('a');
	link.href = url;
	link.download = name.replace(/[\\/:*?"<>|]+/g, ' ').trim();
	document.body.append(link);
	link.click();
	link.remove();
	setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

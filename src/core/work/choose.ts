import type { Chosen } from '../edit/works';
import type { Fix } from '../model/result';

/** A way to replace a receptacle as a work: its fix, with its labels at every box that is to bear them. */
export function chosenWay(
	boxId: string,
	{ title, labels }: { title: string; labels: readonly string[] },
	fix: Fix | null
): Chosen {
	const boxes = [...new Set([boxId, ...bareFaces(fix)])];
	return { boxId, title, fix, labels: labels.length ? boxes.flatMap((at) => labels.map((words) => ({ boxId: at, words }))) : [] };
}
/** Boxes that get three slots without a protection of their own. */
function bareFaces(fix: Fix | null): string[] {
	if (fix?.kind === 'several') return fix.fixes.flatMap(bareFaces);
	return fix?.kind === 'edit-device' && fix.change.slots === 'grounding' && fix.change.protection === 'none' ? [fix.boxId] : [];
}

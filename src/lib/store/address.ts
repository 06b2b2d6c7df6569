import type { Stage } from '$core/model/kinds';
import type { Selection } from '$lib/store/selection';

/** What of a stage is shown: it stands in the address, so that back, reload and a bookmark return to it. */
export interface AddressParts {
	/** A view of the stage; left out: its first. */
	view?: string | null | undefined;
	picked?: Selection | null | undefined;
}
const PICKED = ['box', 'room', 'circuit', 'cable', 'panel', 'fixture'] as const satisfies readonly Selection['kind'][];

/** The address of a stage of a job: ids stand in it as they are, whatever is in them. */
export function jobAddress(jobId: string, stage: Stage, { view, picked }: AddressParts = {}): string {
	const asked = new URLSearchParams();
	if (view) asked.set('view', view);
	if (picked) asked.set(picked.kind, picked.id);
	return `/job/${encodeURIComponent(jobId)}/${stage}${asked.size ? `?${asked}` : ''}`;
}

/** What an address picks; null: nothing. */
export function pickedIn(asked: URLSearchParams): Selection | null {
	const kind = PICKED.find((k) => asked.has(k));
	const id = kind && asked.get(kind);
	return kind && id ? { kind, id } : null;
}

import { asFoundId } from '$core/model/checks';
import type { Box, Reading } from '$core/model/job';
import { addSymptom, tellSymptom } from '$core/edit/job';
import type { SymptomKind } from '$core/model/kinds';
import { SYMPTOM_WORDS } from '$core/trace/symptom-words';
import { now } from '$lib/clock';
import { freshId } from './jobs';
import type { JobStore } from './job-store.svelte';
import { whoReads } from './this-device';

/** What was read before anything was off: of the old part, and kept as that. */
export const takeFound = (
	store: JobStore,
	box: Box,
	label: string,
	rows: readonly (Pick<Reading, 'kind'> & Partial<Reading>)[]
): Promise<boolean> =>
	store.take(
		`${box.name} as found: ${label}`,
		rows.map((row) => ({
			id: freshId(),
			jobId: store.job.id,
			boxId: box.id,
			value: null,
			lamps: null,
			loadA: null,
			instrument: '',
			at: now(),
			by: whoReads(),
			struck: false,
			note: '',
			phase: 'before' as const,
			...row
		}))
	);
/** Said of a box as found, where it is no reading; said again: taken back. */
export const sayFound = (store: JobStore, box: Box, note: string): Promise<boolean> =>
	store.edit(`${box.name} as found: ${note}`, (draft) => {
		const id = asFoundId(box.id);
		const before = draft.checks.find((c) => c.id === id);
		draft.checks = draft.checks.filter((c) => c.id !== id);
		if (before?.note !== note) draft.checks.push({ id, seen: 'done', note, at: now(), by: whoReads() });
	});
/** What the people say of it; said again: it is no complaint any more. */
export async function tellFound(store: JobStore, box: Box, kind: SymptomKind): Promise<void> {
	const words = SYMPTOM_WORDS.find((w) => w.kind === kind)?.words ?? kind;
	const before = store.job.symptoms.find((s) => s.boxId === box.id && s.kind === kind && s.open);
	if (before) return void store.edit(`${box.name}: not ${words}`, tellSymptom(before.id, { open: false }));
	const id = freshId();
	await store.edit(`${box.name}: ${words}`, (draft) => {
		addSymptom(id, words, box.id)(draft);
		tellSymptom(id, { kind })(draft);
	});
}

import { capital, saySpace } from '$core/model/breaker-name';
import type { Circuit } from '$core/model/job';
import { READING_WORDS } from '$core/model/reading';
import { now } from '$lib/clock';
import type { JobStore } from './job-store.svelte';
import { freshId } from './jobs';
import { whoReads } from './this-device';

/** What a breaker's own button did, kept as a reading at it. */
export const pressButton = (store: JobStore, circuit: Circuit, word: string): Promise<boolean> =>
	store.take(`${capital(saySpace(store.job, circuit))}: ${READING_WORDS['gfci-own'].allowed[word]}`, [
		{
			id: freshId(),
			jobId: store.job.id,
			boxId: circuit.id,
			kind: circuit.breaker === 'afci' ? 'afci-own' : 'gfci-own',
			value: null,
			lamps: null,
			word,
			loadA: null,
			instrument: '',
			at: now(),
			by: whoReads(),
			struck: false,
			note: ''
		}
	]);

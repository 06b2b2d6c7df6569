import { permitWords } from './permit-words';
import type { RuledJob } from '../code/ruled-job';
import type { Job, LiveEvent, Reading } from '../model/job';
import type { PaperKind } from '../model/kinds';
import type { Assessment } from '../model/result';
import type { PlaceClaims } from '../claims/claims-of';
import type { BoxProof } from '../prove/assess-prove';
import type { Block } from './blocks';

/** What a paper is made from. */
export interface PaperCase {
	ruled: RuledJob;
	/** The same job as it was told: what is not known in it is null. */
	told: Job;
	readings: readonly Reading[];
	events: readonly LiveEvent[];
	stages: Assessment['stages'];
	proofs: ReadonlyMap<string, BoxProof>;
	places: ReadonlyMap<string, PlaceClaims>;
	/** ISO day that it is made on. */
	today: string;
	/** A day as it is read, `Oct 12, 2026`; a moment likewise. */
	sayDay: (day: string) => string;
	photos: number;
	/** The day to which the calibration of a reading's instrument ran, where that was over; left out: nobody keeps it. */
	calibrationOver?: ((of: { instrument: string; day: string }) => string | null) | undefined;
	/** Width of the card at the panel's door, in; left out: as wide as the sheet. */
	doorIn?: number | undefined;
	/** A box or a circuit, where a paper can be of one. */
	subject?: string | undefined;
}
export interface Paper {
	key: PaperKind;
	title: string;
	blocks: Block[];
	/** What is missing before it can be signed. */
	missing: string[];
	/** At the foot of every page. */
	foot: string;
	/** Large letters, for whoever reads it at home. */
	large?: true;
	/** Whose signatures belong on it. */
	signers: string[];
}
/** Who stands behind a paper. */
export const SIGNERS = ['Electrician', 'Homeowner', 'Inspector'] as const;

/** Job, edition and permit, as they head every paper. */
export const headOf = ({ name, place, edition, ...job }: Job): string =>
	`${[name, place].filter(Boolean).join(', ')}. NEC ${edition}, ${permitWords(job)}.`;
/** @returns what stands at the foot of every page: job, edition, paper */
export const footOf = ({ name, edition }: Job, title: string): string =>
	`${name} · NEC ${edition} · ${title} · Hekto, an aid for qualified people`;
export const CLOSING: Block = {
	kind: 'paragraph',
	small: true,
	text: 'This states what was checked and under which rules. Local code and the authority having jurisdiction decide, and may require more. Not a substitute for a licensed electrician.'
};

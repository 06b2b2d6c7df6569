import { cite, type RuleRef } from '../code/rule';
import type { Edition } from '../code/shape/edition';
import type { Amendment, Box, Job, Place, Point, Room } from '../model/job';
import { indexOf } from '../model/job-index';
import type { Fix, NewPlace, Rule, Subject } from '../model/result';

/** One thing that a rule asks of this house, and whether it is there: a line of the punch list. */
export interface Requirement {
	id: string;
	rule: Rule;
	subject: Subject;
	roomId: string | null;
	/** What is asked, in a line. */
	title: string;
	/** `not-looked-at`: of existing work, and nobody has looked whether it is there. */
	state: 'met' | 'missing' | 'not-applicable' | 'unknown' | 'not-looked-at';
	/** Why it stands so: what meets it, what is missing and where, which fact is not known, why it is not asked. */
	why: string;
	/** Boxes that meet it. */
	metBy: string[];
	/** Of what is missing. */
	severity: 'violation' | 'caution' | 'advice';
	have?: number | undefined;
	need?: number | undefined;
	unit?: string | undefined;
	fix?: Fix | undefined;
	amendedBy?: string | undefined;
}

/** How a line stands, as a list says it. */
export const STATE_WORDS: Readonly<Record<Requirement['state'], string>> = {
	met: 'met',
	missing: 'missing',
	'not-applicable': 'not required',
	unknown: 'not known',
	'not-looked-at': 'not looked at'
};

/** A need that one box at one of several places would meet; one box may meet several needs. */
export interface PointNeed {
	requirement: Requirement;
	/** Places worth trying, the best first. */
	candidates: NewPlace[];
	meets: (place: NewPlace, point: Point | null) => boolean;
}

export interface ArticleResult {
	requirements: Requirement[];
	needs: PointNeed[];
}

/** What an article's evaluator is given: the job, and the edition in force for that article. */
export interface ArticleCase {
	edition: Edition;
	job: Job;
}
export interface Article {
	/** The rule by which local amendments know it. */
	rule: (edition: Edition, job: Job) => RuleRef;
	judge: (c: ArticleCase) => ArticleResult;
}

/** Boxes of a room. */
export const boxesIn = (job: Job, room: Room): readonly Box[] => indexOf(job).boxesOfRoom.get(room.id) ?? [];

/** A room in which existing work stands need not be brought up to what new work needs by what is added to it: worth knowing, no violation. */
export const severityIn = (job: Job, room: Room | null): Requirement['severity'] => {
	const own = room ? boxesIn(job, room) : job.boxes;
	// Of a room in which nothing is entered the house says whether it is existing work.
	const boxes = own.length ? own : job.boxes;
	return boxes.some((b) => b.state === 'found') ? 'advice' : 'violation';
};

type Draft = Partial<Requirement> & Pick<Requirement, 'title' | 'state' | 'why'>;
/** A requirement of a room; its id is the section with what else tells it apart. */
export function ofRoom(
	c: ArticleCase,
	{ ref, room }: { ref: RuleRef; room: Room },
	draft: Draft & { part?: string }
): Requirement {
	const { part, ...more } = draft;
	return {
		id: `${ref.section}:${room.id}${part ? `:${part}` : ''}`,
		rule: cite(c.edition, ref),
		subject: { kind: 'room', id: room.id },
		roomId: room.id,
		metBy: [],
		severity: severityIn(c.job, room),
		...more
	};
}
/** A requirement of the house as a whole. */
export function ofHouse(c: ArticleCase, ref: RuleRef, draft: Draft & { part?: string }): Requirement {
	const { part, ...more } = draft;
	return {
		id: `${ref.section}:house${part ? `:${part}` : ''}`,
		rule: cite(c.edition, ref),
		subject: { kind: 'job', id: c.job.id },
		roomId: null,
		metBy: [],
		severity: severityIn(c.job, null),
		...more
	};
}

/** Names of boxes, as a sentence lists them. */
export const names = (boxes: readonly Pick<Box, 'name'>[]): string => boxes.map((b) => b.name).join(', ');
/** A place on a wall, in from its start. */
export const onWall = (wall: number, at: number): Place => ({ kind: 'wall', wall, at });
/** A place by its point on the plan, in. */
export const atPoint = ([x, y]: Point): Place => ({ kind: 'point', x, y });

/** How an amendment stands to an article: not asked for here, or asked for as another edition has it. */
export const saidBy = (a: Amendment): string =>
	a.change === 'as-edition' ? `as in ${a.edition} (${a.reference})` : `${a.change} (${a.reference})`;

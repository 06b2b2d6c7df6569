import { breakerName, inSpace, isUnnamed } from './breaker-name';
import type { Job } from './job';
import { indexOf, placeName } from './job-index';
import { ifKnown, NotKnown, type Fact } from './known';

/** Of a cable, by the field that is not known. */
const OF_CABLE: Readonly<Partial<Record<Fact['field'], string>>> = {
	kind: 'the kind of the cable',
	awg: 'the gauge of the cable',
	metal: 'copper or aluminum in the cable',
	conductors: 'the number of conductors in the cable',
	ground: 'whether there is a ground in the cable',
	lengthFt: 'the length of the cable'
};
const OF_PANEL: Readonly<Partial<Record<Fact['field'], string>>> = {
	mainA: 'the main of',
	spaces: 'the number of spaces of'
};

const OF_UNNAMED: Readonly<Partial<Record<Fact['field'], string>>> = {
	panelId: 'the panel that feeds',
	space: 'the breaker that feeds',
	breakerA: 'the rating of the breaker that feeds'
};

/** A fact in words, as it stands before "is not known". @example 'the gauge of the cable from P1 to K-01' */
export function sayFact(job: Job, { of, id, field }: Fact): string {
	const { circuits } = indexOf(job);
	const place = (at: string | null | undefined) => placeName(job, at, 'its feed');
	if (of === 'cable') {
		const cable = job.cables.find((l) => l.id === id);
		const to = place(cable?.toId);
		if (field === 'fromId') return `what feeds ${to}`;
		return `${OF_CABLE[field] ?? field} ${cable?.fromId == null ? 'to' : `from ${place(cable.fromId)} to`} ${to}`;
	}
	if (of === 'circuit') {
		const circuit = circuits.get(id);
		// Nobody has named it: it goes by what it feeds.
		const first = circuit && isUnnamed(circuit) ? job.cables.find((l) => l.circuitId === id) : undefined;
		if (first) return `${OF_UNNAMED[field] ?? field} ${place(first.toId)}`;
		const name = `${breakerName(job, circuit)}`;
		if (field === 'panelId') return `the panel of ${name}`;
		if (field === 'space') return `the space of ${name}`;
		if (!circuit) return `the rating of ${name}`;
		const fuse = (circuit.opener ?? 'breaker') !== 'breaker';
		if (fuse) return circuit.space === null ? `the rating of the fuse of ${name}` : `the rating of ${name}`;
		return `the rating of the breaker ${inSpace(job, circuit)}`;
	}
	if (of === 'box' && field === 'ends') return `the gauge, the conductors and the ground of a cable seen in ${place(id)}`;
	if (of === 'box' && field === 'clampsInside') return `whether cable clamps are inside ${place(id)}`;
	if (of === 'box') return `whether ${place(id)} is metal or plastic`;
	const panel = place(id);
	if (of === 'panel') return `${OF_PANEL[field] ?? field} ${panel}`;
	if (field === 'breakerA') return `the rating of the feeder breaker of ${panel}`;
	return `${(OF_CABLE[field] ?? field).replace('the cable', 'the feeder')} to ${panel}`;
}
/** The same as a sentence. @example 'The main of Panel is not known.' */
export function sayNotKnown(job: Job, fact: Fact): string {
	const words = sayFact(job, fact);
	const guess = fact.field === 'fromId' ? job.cables.find((l) => l.id === fact.id)?.guess : undefined;
	const known = guess === undefined ? 'not known' : `a guess, ${Math.floor(100 * guess)}% likely, and not seen`;
	return `${words[0]?.toUpperCase()}${words.slice(1)} is ${known}.`;
}

/** A rating, told or as the rules read it. @example '20 A'; 'rating not read' */
export const sayRating = (of: { breakerA: number | null }): string => {
	const amps = ifKnown(() => of.breakerA);
	return amps === null ? 'rating not read' : `${amps} A`;
};
/** A panel in figures. @example '100 A main, 20 spaces'; 'main not read, spaces not counted' */
export function sayPanel(panel: { mainA: number | null; spaces: number | null }): string {
	const [main, spaces] = [ifKnown(() => panel.mainA), ifKnown(() => panel.spaces)];
	return `${main === null ? 'main not read' : `${main} A main`}, ${spaces === null ? 'spaces not counted' : `${spaces} spaces`}`;
}

/** What is worked out, or why it cannot be: in words for a page. @throws what is no missing fact */
export function knownOr<T, U>(job: Job, read: () => T, otherwise: (why: string, fact: Fact) => U): T | U {
	try {
		return read();
	} catch (error) {
		if (error instanceof NotKnown) return otherwise(sayNotKnown(job, error.fact), error.fact);
		throw error;
	}
}

import { rowOf } from '../faults/rows';
import type { SymptomKind } from '../model/kinds';
import type { Suspected } from './hypotheses';

/** Which kinds of fault a symptom speaks for. */
const cuts = (kind: Suspected['kind']): boolean =>
	rowOf(kind).does.some((e) => (e.on === 'wire' && e.how === 'open') || (e.on === 'contact' && e.how === 'lost'));
const isLooseOne = (kind: Suspected['kind']): boolean => rowOf(kind).isLoose === true;
/** It tells of the panel, the service or a load: no joint of this run is the likelier for it. */
const ofNone = (): boolean => false;
const SPEAKS_FOR: Readonly<Record<SymptomKind, (kind: Suspected['kind']) => boolean>> = {
	'nothing-works': (k) => k === 'off' || cuts(k),
	'half-dead': (k) => k === 'open-hot' || k === 'open-neutral',
	'one-half': (k) => k === 'hot-contact-lost' || k === 'tab-removed',
	'comes-and-goes': isLooseOne,
	dims: isLooseOne,
	'bright-and-dim': ofNone,
	tingle: (k) => k === 'bootleg' || k === 'hot-ground-reversed' || k === 'open-ground',
	'trips-at-once': ofNone,
	'trips-later': ofNone,
	'afci-trips': ofNone,
	// The nail has its own weight, on cables alone.
	'after-a-nail': ofNone,
	warm: isLooseOne,
	'gfci-trips': (k) => k === 'neutral-ground-touch',
	'gfci-no-reset': (k) => k === 'neutral-ground-touch' || k === 'off'
};
/** Whether a symptom makes a kind of fault likelier. */
export const speaksFor = (symptom: SymptomKind, kind: Suspected['kind']): boolean => SPEAKS_FOR[symptom](kind);

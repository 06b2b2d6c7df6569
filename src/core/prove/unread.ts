import type { Box } from '../model/known';
import type { ReadingKind } from '../model/kinds';
import type { Ground } from '../run/ground-at';

/** What of an outlet nobody has read yet, without which nothing else makes it good: the first of these. */
export const UNREAD = ['supply', 'upper', 'lower', 'ground'] as const;
export type Unread = (typeof UNREAD)[number];
export const UNREAD_WORDS: Readonly<Record<Unread, string>> = {
	supply: 'supply not read',
	upper: 'upper half not read',
	lower: 'lower half not read',
	ground: 'ground not read'
};
/** What to read for it, or why. */
export const UNREAD_ASKS: Readonly<Record<Unread, string>> = {
	supply: 'read hot to neutral, with its switch on.',
	upper: 'the two halves are wired apart.',
	lower: 'the two halves are wired apart.',
	ground: 'read hot to ground, or plug in a three-lamp tester. Hot to neutral shows neither ground nor polarity.'
};

/** A dead outlet has 0 V to ground too, and holds a plug. */
const OF_SUPPLY: readonly ReadingKind[] = ['hn', 'hh', 'lamps', 'drop'];
/** Reversed, or with its ground open, an outlet has all of its volts hot to neutral. */
const OF_GROUND: readonly ReadingKind[] = ['hg', 'h2g', 'lamps', 'ohm-ground'];

/** Its two halves are wired apart: one is switched, or they are on two circuits. */
export const hasHalves = (box: Pick<Box, 'devices'>): boolean =>
	box.devices.some((d) => d.receptacles === 2 && (d.switched === 'half' || d.yoke !== undefined));

/**
 * What is still to be read of an outlet before it can be good. One that has no ground, or whose face promises none, is not asked
 * for it.
 * @param read kinds that were read in use of each half, not with its wall switch off
 * @returns null: nothing more
 */
export function unreadOf(
	box: Pick<Box, 'devices'>,
	ground: Pick<Ground, 'state'>,
	read: Readonly<Record<'upper' | 'lower', ReadonlySet<ReadingKind>>>
): Unread | null {
	const { upper, lower } = read;
	const reads = (kinds: readonly ReadingKind[], half: ReadonlySet<ReadingKind>): boolean => kinds.some((k) => half.has(k));
	const [above, below] = [reads(OF_SUPPLY, upper), reads(OF_SUPPLY, lower)];
	if (!above && !below) return 'supply';
	if (hasHalves(box) && !above) return 'upper';
	if (hasHalves(box) && !below) return 'lower';
	const promises = box.devices.some((d) => d.receptacles > 0 && d.slots === 'grounding');
	return promises && ground.state !== 'none' && !reads(OF_GROUND, upper) && !reads(OF_GROUND, lower) ? 'ground' : null;
}

import type { Room } from './job';
import type { RoomKind } from './kinds';

/** Names that people give to rooms, each row before the more general ones after it. */
const NAMES: readonly (readonly [named: RegExp, kind: RoomKind])[] = [
	[/\b(crawl|crawlspace)\b/i, 'crawl-space'],
	[/\b(attic|loft)\b/i, 'attic'],
	[/\b(yard|garden|patio|lawn|driveway|outside|outdoors?|exterior)\b/i, 'outdoors'],
	[/\bdeck|balcony\b/i, 'deck'],
	[/\b(porch|stoop|veranda|lanai)\b/i, 'porch'],
	[/\b(sun ?room|sunporch|solarium|conservatory)\b/i, 'sunroom'],
	[/\b(shed|barn|outbuilding|workshop|pottery|greenhouse)\b/i, 'accessory'],
	[/\bboat ?house\b/i, 'boathouse'],
	[/\b(garage|carport)\b/i, 'garage'],
	[/\b(basement|cellar)\b/i, 'basement'],
	[/\b(laundry|utility|washer|mud ?room)\b/i, 'laundry'],
	[/\b(bath|bathroom|powder|toilet|wc|half bath|shower|ensuite|lav)\b/i, 'bathroom'],
	[/\b(breakfast|nook)\b/i, 'breakfast'],
	[/\b(pantry|larder)\b/i, 'pantry'],
	[/\b(kitchen|kitchenette)\b/i, 'kitchen'],
	[/\b(closet|wardrobe|walk-?in|wic|linen)\b/i, 'closet'],
	[/\b(foyer|entry|entrance|vestibule)\b/i, 'foyer'],
	[/\b(hall|hallway|corridor|landing|stair|stairs|stairway)\b/i, 'hallway'],
	[/\b(bed|bedroom|br|guest|nursery|primary|sleeping)\b/i, 'bedroom'],
	[/\b(dining|dinette)\b/i, 'dining'],
	[/\b(living|great room|lounge|parlou?r|front room)\b/i, 'living'],
	[/\b(family|tv room|media)\b/i, 'family'],
	[/\b(den|study|office)\b/i, 'den'],
	[/\b(library)\b/i, 'library'],
	[/\b(rec|recreation|play ?room|game ?room|bonus|gym)\b/i, 'recreation'],
	[/\b(sewing|craft|hobby|workroom|studio)\b/i, 'workroom']
];
/** Kinds that are not finished unless somebody says so. */
const BARE: readonly RoomKind[] = [
	'crawl-space',
	'attic',
	'outdoors',
	'deck',
	'porch',
	'accessory',
	'garage',
	'basement',
	'boathouse'
];
const SIDES: readonly (readonly [named: RegExp, side: NonNullable<Room['side']>])[] = [
	[/\bfront\b/i, 'front'],
	[/\b(back|rear)\b/i, 'back'],
	[/\bside\b/i, 'side']
];

/** What a room most likely is by the name it was given: a start that is changed with one pick where it is wrong. */
interface RoomGuess {
	kind: RoomKind;
	finished: boolean;
	/** Of a place outdoors. */
	side?: NonNullable<Room['side']>;
}
/** @returns null where the name says nothing  @example 'Bed 2' -> a bedroom; 'Front yard' -> outdoors at the front, not finished */
export function guessRoom(name: string): RoomGuess | null {
	// Letters that a number is written against: `Bed2`, `BR3`.
	const words = name.replace(/([A-Za-z])(\d)/g, '$1 $2');
	const kind = NAMES.find(([named]) => named.test(words))?.[1];
	if (!kind) return null;
	const side = kind === 'outdoors' ? SIDES.find(([named]) => named.test(words))?.[1] : undefined;
	return { kind, finished: !BARE.includes(kind), ...(side ? { side } : {}) };
}

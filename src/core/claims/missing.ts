/**
 * What a claim still needs, in words and as the act that settles it. A word is said only where all that it rests on was read: an
 * entry, a plan or the lack of a bad reading are nothing. Codes as in the API.
 */
export const MISSING = {
	contradiction: { words: 'instruments contradict', asks: 'prove the meter on a known live source, and read both again.' },
	tag: { words: 'not off and tagged', asks: 'switch off what feeds it, and tag it.' },
	'dead-test': {
		words: 'no dead test',
		asks: 'test every pair: meter on a live source, the points here, the live source again.'
	},
	'meter-proof': {
		words: 'meter not proven',
		asks: 'prove the meter on a known live source, read again: a false 0 V is far likelier than a false 120 V.'
	},
	volts: { words: 'volts not read', asks: 'read hot to neutral with a voltmeter, with its switch on.' },
	'hot-to-hot': { words: 'hot to hot not read', asks: 'read hot to hot with a voltmeter.' },
	'hot-to-ground': { words: 'ground not read', asks: 'read hot to ground. Hot to neutral shows neither ground nor polarity.' },
	'neutral-to-ground': { words: 'neutral to ground not read', asks: 'read neutral to ground.' },
	'independent-ground': {
		words: 'polarity not read',
		asks: 'there is no ground here: read each slot to an independent ground.'
	},
	protection: { words: 'required protection not there', asks: 'nothing that is known protects it, and its work requires it.' },
	'own-button': { words: 'its button not pressed', asks: 'press its own test button; its face and what it feeds go dead.' },
	'breaker-button': { words: "breaker's button not pressed", asks: "press the breaker's test button, and see what goes dead." },
	'upstream-test': { words: 'upstream device not tested', asks: "press the upstream device's own test button." },
	'outlet-dead-by-it': {
		words: 'not seen dead by its protection',
		asks: 'trip what protects it by its button, and see this outlet dead.'
	},
	'ground-path': {
		words: 'ground path not read',
		asks: 'read the ground path under load. With a multimeter alone: look, dead, that the ground wire is landed with no jumper.'
	},
	'bootleg-check': {
		words: 'bootleg not ruled out',
		asks: 'check for a bootleg, read neutral to ground under load, or look, dead: landed with no jumper.'
	},
	'look-open': { words: 'ground not seen landed', asks: 'look, dead: the ground wire is landed here with no jumper.' },
	loaded: { words: 'not read under load', asks: 'read its drop, or its volts without and then with a load on.' },
	'low-impedance': { words: 'not read at low impedance', asks: 'read its volts at low impedance.' },
	grip: { words: 'grip not tried', asks: 'try how a plug holds.' },
	circuit: { words: 'circuit not known', asks: 'find its breaker: live with it on, dead with it off.' },
	run: { words: 'run not known', asks: 'enter the cables of its run: gauge, length, and what feeds what.' }
} as const satisfies Record<string, { words: string; asks: string }>;
export type Missing = keyof typeof MISSING;

/** What to settle next: along the shorter of the two ways, an analyzer's or a multimeter's. */
export const nextMissing = ({
	missing,
	missingRight
}: {
	missing: readonly Missing[];
	missingRight: readonly Missing[];
}): Missing | null => (missingRight.length <= missing.length ? missingRight : missing)[0] ?? null;

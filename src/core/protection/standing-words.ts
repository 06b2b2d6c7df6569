import { hasGround, JUMPER_OFF } from '../run/ground-at';
import { cite } from '../code/rule';
import type { Edition } from '../code/shape/edition';
import type { Box, Device } from '../model/known';
import type { Rule } from '../model/result';
import { OPEN_GROUND } from './articles/406-4-d-replace-advice';
import { cantTell, type Standing } from './standing';

/** Three or two slots in an old box: what stands there in one sentence, its rule, its labels, and what a tester shows of it. */
interface StandingWords {
	text: string;
	rule: Rule;
	tester: string;
}

/** A receptacle in an old box whose face promises a ground. */
const promises = (box: Box, device: Device): boolean =>
	box.state === 'found' && device.receptacles > 0 && device.volts === 120 && device.slots === 'grounding';

/** For whoever asks why a tester says nothing: on the paper, and on the homeowner's sheet. */
export const WHAT_A_GFCI_DOES =
	"A GFCI compares the current in hot and neutral and trips at a leak of about 5 mA; it needs no ground for that. A tester's button leaks to the ground contact: without a ground it can't trip the device. The device's own button is its test.";

/** Labels that a face must bear as it stands: none of a protection that is not there. @source 406.4(D)(2) */
export function standingLabels(
	{ replacing }: Edition,
	{ box, device }: { box: Box; device: Device },
	{ ground, gfci }: Standing
): string[] {
	const without = ground.state === 'none' || (device.state !== 'found' && !hasGround(ground));
	if (!promises(box, device) || !without || !gfci || ground.jumper) return [];
	return gfci.deviceId === device.id ? [replacing.noGround] : [replacing.through, replacing.noGround];
}

/** What stands in an old box now, with the source that is there and no other; null: nothing to say of it. */
export function standingWords(
	edition: Edition,
	{ box, device }: { box: Box; device: Device },
	standing: Standing
): StandingWords | null {
	const { replacing } = edition;
	const { ground, gfci } = standing;
	if (box.state !== 'found' || !device.receptacles || device.volts !== 120) return null;
	if (device.slots === 'two-slot')
		return {
			text: 'Two-slot receptacle, no ground.',
			rule: cite(edition, replacing.rule),
			tester: 'A three-prong tester does not fit. An adapter solves nothing.'
		};
	if (ground.jumper)
		return {
			text: `A bootleg ground: neutral is connected to its ground contact. ${JUMPER_OFF.seen}`,
			rule: cite(edition, replacing.rule),
			tester: 'It shows "correct", as a bootleg does.'
		};
	if (hasGround(ground))
		return {
			text:
				ground.state === 'proven'
					? 'Three slots on a ground whose path was read.'
					: 'Three slots on a ground that was seen but not read under load yet.',
			rule: cite(edition, replacing.grounded),
			tester: 'It shows "correct", and so would a bootleg jumper: the ground-path reading is the proof.'
		};
	// Nobody has looked, and nobody has touched it: there is nothing to be said of it yet.
	if (device.state === 'found' && ground.state === 'unknown') return null;
	const labels = standingLabels(edition, { box, device }, standing);
	const marked = labels.length ? ` To be marked: ${labels.map((l) => `"${l}"`).join(' and ')}.` : '';
	if (!gfci && cantTell(standing))
		return {
			text: 'Three slots without a proven ground: allowed only with GFCI protection, and whether something upstream gives it is not known.',
			rule: cite(edition, replacing.rule),
			tester: OPEN_GROUND
		};
	if (!gfci)
		return {
			text: 'Three slots without a proven ground or GFCI protection: not allowed. Use a two-slot receptacle, a GFCI with its labels, or run a ground.',
			rule: cite(edition, replacing.rule),
			tester: 'It shows "open ground"; if it shows "correct", look for a jumper to neutral.'
		};
	const by =
		gfci.deviceId === device.id
			? 'A GFCI receptacle here'
			: gfci.kind === 'breaker'
				? `Three slots behind ${gfci.name}`
				: `Three slots behind the GFCI at ${gfci.name}`;
	return { text: `${by}, without a ground.${marked}`, rule: cite(edition, replacing.rule), tester: OPEN_GROUND };
}

import { gives, type Against } from '../model/protections';
import { missingFact } from '../code/missing-fact';
import { cite } from '../code/rule';
import type { Finding } from '../model/result';
import { runOf } from '../run/runs';
import { afciBeginsAt } from './articles/210-12-afci-outlet';
import { distanceUnknown } from './outlet-facts';
import { protectFix, WORDS, type ProtectionCase } from './protection-case';
import { upstreamHolders } from './reach';

/** Protection that is asked for and not there, or that cannot be told of. @source 210.8, 210.12, 406.4(D) */
export const missingFindings = (c: ProtectionCase): Finding[] => [
	...missing(c, 'gfci'),
	...missing(c, 'afci'),
	...unmeasured(c),
	...outOfReach(c)
];

function missing(c: ProtectionCase, against: Against): Finding[] {
	const { box, device, circuit, answer, subject, standing } = c;
	const need = answer[against];
	const [first] = need.because;
	// A replacement comes under its own section, with the place's beside it.
	const replaced = against === 'gfci' && c.facts.replacement !== undefined;
	const rule = replaced ? (need.because.find((r) => r.section === c.edition.gfci.replacement.section) ?? first) : first;
	const beside = replaced && first && first.section !== rule?.section ? ` (${first.section})` : '';
	// What protects it needs no circuit to be known.
	if (!need.required || !rule || standing[against]) return [];
	const existing = device.state === 'found';
	// Old work comes under the rule when it is touched; for shock protection that is worth saying before.
	if (existing && against === 'afci') return [];
	if (!circuit) {
		return [
			{
				code: `${against}-unknown`,
				id: `${against}-unknown:${device.id}`,
				severity: existing ? 'advice' : 'caution',
				rule,
				subject,
				message: existing
					? `${box.name} will need ${WORDS[against]} when it is replaced (${need.reasons[0]}); its circuit is not known, so what protects it now can't be told.`
					: `${box.name} needs ${WORDS[against]} (${need.reasons[0]}); its circuit is not known, so this can't be checked.`
			}
		];
	}
	if (standing.lacks) return [missingFact(c.job, rule, standing.lacks)];
	const where = box.readilyAccessible || existing ? '' : ' Not readily accessible here: put it upstream or at the breaker.';
	return [
		{
			code: against,
			id: `${against}:${device.id}`,
			severity: existing ? 'advice' : 'violation',
			rule,
			subject,
			message: existing
				? `${box.name} has no ${WORDS[against]}; existing work; required when it is replaced or extended (${need.reasons[0]}).`
				: `${WORDS[against]} required, none on this outlet: ${need.reasons[0]}${beside}.${misplaced(c, against)}${where}`,
			fix: protectFix(c, against)
		}
	];
}

/** A device against arcs that stands on its way and does not count there. @source 210.12 */
function misplaced({ edition, job, box, device, circuit }: ProtectionCase, against: Against): string {
	if (against !== 'afci' || !circuit) return '';
	// From the panel on, as it is walked.
	const holders = [box, ...[...upstreamHolders(job, circuit, box.id)].reverse()];
	const idle = holders.find(
		(h) =>
			h.devices.some((d) => gives(d.protection, 'afci') && (h === box || d.feedsLoad)) &&
			!afciBeginsAt({ edition, job }, { box, device, circuit }, h)
	);
	if (!idle) return '';
	const unmeasured =
		circuit.homeRun === 'listed-combination' && runOf(job, circuit).byBox.get(box.id)?.path[0]?.lengthFt === null;
	const ways =
		circuit.state === 'found'
			? 'at the first receptacle of the old circuit'
			: 'at the first outlet of a home run that is listed for it, in metal, or behind a branch/feeder AFCI breaker';
	return ` The AFCI device at ${idle.name} doesn't count here: it does ${ways}${unmeasured ? ', and the length of this home run is not known' : ''}.`;
}

/** A sink or a tub is in the room, and where the outlet stands is not known. @source 210.8(A) */
function unmeasured({ edition, job, room, box, device, answer, subject }: ProtectionCase): Finding[] {
	if (device.receptacles === 0 || answer.gfci.required) return [];
	const of = distanceUnknown(job, { room, box }, edition.gfci.cordThroughDoors);
	if (!of) return [];
	const row = edition.gfci.places.find((r) => r.when.withinFt?.of === of);
	const ft = row?.when.withinFt?.ft;
	if (!row || ft === undefined) return [];
	return [
		{
			code: 'distance-unknown',
			id: `distance-unknown:${device.id}`,
			severity: device.state === 'found' ? 'advice' : 'caution',
			rule: cite(edition, row.rule),
			subject,
			message: `${box.name}: its distance from the ${of === 'sink' ? 'sink' : 'tub or shower'} of ${room.name} is not known. Within ${ft} ft GFCI is required: place the box on the plan.`
		}
	];
}

/** A device that protects must itself be reached; what is protected upstream need not be. @source 210.8, 210.12 */
function outOfReach({ edition, box, device, subject }: ProtectionCase): Finding[] {
	if (device.protection === 'none' || box.readilyAccessible) return [];
	return [
		{
			code: 'access',
			id: `access:${device.id}`,
			severity: device.state === 'found' ? 'caution' : 'violation',
			rule: cite(edition, gives(device.protection, 'gfci') ? edition.gfci.access : edition.afci.rule),
			subject,
			message: `The protective device at ${box.name} is not readily accessible: put it upstream or at the breaker.`
		}
	];
}

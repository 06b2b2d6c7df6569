import { groundless } from '../../model/cable-kinds';
import { bootlegAt, carriedOn, hasGround, JUMPER_OFF } from '../../run/ground-at';
import { missingFact } from '../../code/missing-fact';
import { cite } from '../../code/rule';
import { indexOf } from '../../model/job-index';
import type { Finding, Fix } from '../../model/result';
import { protectFix, type ProtectionCase } from '../protection-case';
import { gives } from '../../model/protections';

/** What a receptacle may not promise: a ground that is not there. @source 406.4(A), (D)(2), 250.114, 250.130(C) */
export const ungroundedFindings = (c: ProtectionCase): Finding[] => [
	...newOutlet(c),
	...(c.device.receptacles > 0 ? [...threeSlots(c), ...onward(c), ...wantsGround(c)] : [])
];

/** New or extended outlets are grounded: GFCI excuses a replacement, and nothing else. @source 406.4(A), 250.130(C) */
function newOutlet({ edition, job, box, device, standing, subject }: ProtectionCase): Finding[] {
	const { ground, circuitKnown } = standing;
	if (box.state === 'found' || device.kind === 'switch' || !circuitKnown || hasGround(ground)) return [];
	const lacks = ground.state === 'none';
	const { newOutlet: rule, newGround } = edition.replacing;
	return [
		{
			code: 'new-ungrounded',
			id: `new-ungrounded:${device.id}`,
			severity: lacks ? 'violation' : 'caution',
			rule: cite(edition, device.receptacles > 0 ? rule : newGround),
			subject,
			message: lacks
				? `${box.name} is a new outlet, and its circuit has no ground. ${ground.why} GFCI without a ground is allowed only for replacements. Ways to get a ground: ${newGround.section}, to the electrode system, the ground bar where the circuit starts, or the ground of another circuit of that panel; or new cable.`
				: `${box.name} is a new outlet: whether its circuit has a ground is not proven. ${ground.why} ${ground.ask ?? ''}`.trim(),
			fix: lacks ? groundedFeed(job, box.id) : undefined
		}
	];
}
/** What is only planned can be planned with a ground. */
function groundedFeed(job: ProtectionCase['job'], boxId: string): Fix | undefined {
	const cable = job.cables.find((l) => l.toId === boxId && l.state === 'planned' && !l.ground && l.kind !== 'old-AC');
	const from = cable && indexOf(job).boxes.get(cable.fromId ?? '');
	if (!cable || (from && from.ground === 'none')) return undefined;
	return {
		kind: 'edit-cable',
		label: 'Cable with a ground',
		cableId: cable.id,
		change: groundless(cable.kind) ? { ground: true, kind: 'NM-B' } : { ground: true }
	};
}

/** Three slots, no proven ground, and no GFCI that reaches them. @source 406.4(D)(2) */
function threeSlots(c: ProtectionCase): Finding[] {
	const { edition, box, device, standing, subject } = c;
	const { ground, gfci } = standing;
	const rule = cite(edition, edition.replacing.rule);
	// No GFCI makes a jumper lawful: it does not see one on its LINE side.
	if (ground.jumper && device.slots === 'grounding')
		return [
			{
				code: 'bootleg',
				id: `bootleg:${device.id}`,
				severity: 'violation',
				rule: cite(edition, edition.replacing.rule),
				subject,
				message: `${box.name}: a bootleg ground. ${JUMPER_OFF.seen}`
			}
		];
	// A new box is told of by its missing ground, which no GFCI mends.
	if (box.state !== 'found' || device.slots !== 'grounding' || device.volts !== 120 || gfci || hasGround(ground)) return [];
	if (standing.lacks) return [missingFact(c.job, rule, standing.lacks)];
	const found = device.state === 'found';
	// Nobody has looked: no violation of an old house, but worth the look. What is put in now must be right now.
	// Of old work on a circuit that nobody knows a GFCI upstream may protect it.
	const maybe = found && !standing.circuitKnown && ground.state === 'none';
	const severity = maybe
		? 'caution'
		: ground.state === 'none'
			? 'violation'
			: // Not known is no violation: what is planned is read first, then decided.
				ground.state === 'said' || !found
				? 'caution'
				: 'advice';
	const asFound = found ? 'As found: ' : '';
	// What reads like a ground where there is none is found and taken off before any remedy.
	const jumper = bootlegAt(c.job, box, c.readings) === 'suspected';
	return [
		{
			code: 'three-slots',
			id: `three-slots:${device.id}`,
			severity,
			rule,
			subject,
			message:
				ground.state !== 'none' && !found
					? `${box.name} is to have three slots, and its ground is not proven. ${ground.why} ${jumper ? JUMPER_OFF.suspected : (ground.ask ?? 'Read the ground path under load.')} Until then: a two-slot face, or GFCI protection with its labels.`
					: severity === 'advice'
						? `${box.name} has three slots, and whether it has a ground is not known. ${ground.ask ?? ''}`.trim()
						: maybe
							? `${asFound}${box.name} has three slots and no ground. ${ground.why} Without a ground three slots need GFCI protection, and its circuit is not known: find what feeds it, or put a GFCI here.`
							: `${asFound}${box.name} has three slots, no proven ground and no GFCI protection. ${ground.why} ${jumper ? JUMPER_OFF.suspected : 'Use a two-slot receptacle, a GFCI here or upstream with its labels, or run a ground.'}`,
			fix: severity === 'violation' ? protectFix(c, 'gfci') : undefined
		}
	];
}

/** From a GFCI without a ground none may go on. @source 406.4(D)(2)(b), (c) */
function onward({ edition, job, box, device, standing, subject }: ProtectionCase): Finding[] {
	if (box.state !== 'found' || hasGround(standing.ground) || standing.ground.state === 'unknown') return [];
	if (!gives(device.protection, 'gfci')) return [];
	const { boxes, circuitsOfBox } = indexOf(job);
	const cables = carriedOn(job, box, circuitsOfBox.get(box.id) ?? []);
	if (!cables.length) return [];
	const names = cables.map((l) => boxes.get(l.toId)?.name ?? '?').join(', ');
	return [
		{
			code: 'ground-onward',
			id: `ground-onward:${device.id}`,
			severity: 'violation',
			rule: cite(edition, edition.replacing.rule),
			subject,
			message: `${box.name} is a GFCI without a ground, and a ground wire continues from it to ${names}: a fault at one makes the others' metal live. Disconnect and cap it, or run a ground (${edition.replacing.newGround.section}).`
		}
	];
}

/** Cord-connected equipment that wants a real ground. @source 250.114 */
function wantsGround({ edition, box, room, device, facts, standing, subject }: ProtectionCase): Finding[] {
	const { rule, serves, rooms } = edition.replacing.wantsGround;
	const wants = facts.serves ? serves.includes(facts.serves) : rooms.includes(room.kind);
	if (!wants || box.state !== 'found' || standing.ground.state !== 'none') return [];
	return [
		{
			code: 'wants-ground',
			id: `wants-ground:${device.id}`,
			severity: device.state === 'found' ? 'advice' : 'caution',
			rule: cite(edition, rule),
			subject,
			message: `${box.name}: equipment here requires a ground, and there is none. A GFCI protects people; it provides no ground. Run one (${edition.replacing.newGround.section}).`
		}
	];
}

import type { RuledJob } from '../../code/ruled-job';
import { cite, type RuleRef } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { boxPoint, distanceToFixture } from '../../model/geometry';
import type { Job, Panel } from '../../model/known';
import { indexOf } from '../../model/job-index';
import type { Finding } from '../../model/result';

/** A house of nothing but found work: a panel in it is told of as the house's own. */
const hasFound = (job: Job): boolean => job.boxes.some((b) => b.state === 'found');
/** A stair reaches so far in front of its drawing, in. */
const STAIR_IN = 3;

/** Where a panel may not be: bathrooms, clothes closets, over the steps of a stair. @source 240.24(D), (E), (F) */
export function panelPlaces(edition: Edition, job: Job, panel: Panel): Finding[] {
	const room = panel.roomId ? indexOf(job).rooms.get(panel.roomId) : undefined;
	if (!room) return [];
	const { places } = edition.panels;
	const old = panel.state === 'found' || (panel.state === undefined && hasFound(job));
	const say = (rule: RuleRef, where: string): Finding => ({
		code: 'panel-place',
		id: `panel-place:${panel.id}`,
		severity: old ? 'caution' : 'violation',
		rule: cite(edition, rule),
		subject: { kind: 'panel', id: panel.id },
		message: `${old ? 'As found: ' : ''}${panel.name} is ${where}, where overcurrent devices aren't allowed. Move it.`
	});
	const point = boxPoint(panel, room);
	const overStair = !!point && room.fixtures.some((f) => f.kind === 'stair' && distanceToFixture(point, f) <= STAIR_IN);
	if (room.kind === 'bathroom') return [say(places.bathroom, `in ${room.name}, a bathroom`)];
	if (room.kind === 'closet') return [say(places.closet, `in ${room.name}, a clothes closet`)];
	return overStair ? [say(places.stair, `over the steps of the stair in ${room.name}`)] : [];
}

/** What a new or replaced service of a dwelling asks besides its size. @source 230.67, 230.85, 215.18, 225.41 */
export function newService({ edition, job }: RuledJob, panel: Panel, detached: boolean): Finding[] {
	const fresh = panel.state === 'planned' || panel.state === 'built';
	const { surge, feederSurge, outside, outsideDetached } = edition.panels;
	if (!fresh) return [];
	const of = (rule: RuleRef | null, code: string, has: boolean | undefined, what: string, change: Partial<Panel>): Finding[] =>
		!rule || has
			? []
			: [
					{
						code,
						id: `${code}:${panel.id}`,
						severity: has === false ? 'violation' : 'caution',
						rule: cite(edition, rule),
						subject: { kind: 'panel', id: panel.id },
						message:
							has === false
								? `${panel.name} is new or replaced: it needs ${what}.`
								: `${panel.name} is new or replaced: whether it has ${what} is not entered.`,
						fix: { kind: 'edit-panel', label: 'Installed', panelId: panel.id, change }
					}
				];
	const oneOrTwo = job.dwelling !== 'multifamily';
	const emergency = detached ? outsideDetached : panel.feeder ? null : outside;
	return [
		...of(panel.feeder ? feederSurge : surge, 'surge', panel.surge, 'a surge-protective device', { surge: true }),
		...(oneOrTwo
			? of(emergency, 'outside', panel.outsideDisconnect, 'an emergency disconnect outside', { outsideDisconnect: true })
			: [])
	];
}

import type { House } from '../house';
import type { Finding, StageResult } from '../model/result';
import { foundInBoxes } from './found-in-box';

/** Boxes that the plan cannot show yet: lawful, and something to do. */
export const assessWalk = (house: House): StageResult => ({
	findings: [...unplaced(house), ...foundInBoxes(house)],
	decisions: []
});
const unplaced = ({ job }: House): Finding[] =>
	job.boxes
		.filter((box) => box.roomId === null)
		.map((box) => ({
			code: 'unplaced',
			id: `unplaced:${box.id}`,
			severity: 'advice',
			rule: { section: 'practice', title: 'Box without a room', edition: job.edition, confidence: 'firm' },
			subject: { kind: 'box', id: box.id },
			message: `${box.name} has no room yet: set its room in the slip.`
		}));

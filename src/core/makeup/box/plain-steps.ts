import type { Box, Device } from '../../model/job';
import { JUMPER_OFF, type Ground } from '../../run/ground-at';

/** What goes into a box of which the picture cannot be drawn yet: the same order, by what is known of it. */
export interface PlainWork {
	box: Pick<Box, 'ends'>;
	devices: readonly Pick<Device, 'protection' | 'slots' | 'receptacles'>[];
	ground: Ground;
	/** A bootleg there, seen or suspected. */
	bootleg: 'seen' | 'suspected' | null;
	/** Its dead test stands now. */
	dead: boolean;
}

/** What is said wherever a face with a ground screw is put where no ground was found. */
export const NO_GROUND_HERE =
	'No ground was found here: nothing on the green screw, and no jumper from neutral to it. With the neutral lost a jumper would put 120 V on the metal of what is plugged in.';

/** @source facts on making up a box; a look with power on ends dead again before anything is landed */
export function plainSteps({ box, devices, ground, bootleg, dead }: PlainWork): string[] {
	const guards = devices.some((d) => d.protection !== 'none');
	const screw = devices.some((d) => d.receptacles > 0 && (d.slots === 'grounding' || d.protection !== 'none'));
	const line = box.ends.findIndex((c) => c.line);
	const there = ground.state === 'proven' || ground.state === 'seen' || ground.state === 'said';
	return [
		...(bootleg ? [JUMPER_OFF[bootleg]] : []),
		'Take the old device out and test again, dead, with it out: a loose wire can hide a live one.',
		...(guards ? lineSteps(box.ends.length, line, dead) : []),
		...(guards ? ['On LOAD only what this device is to protect. Splice all other cables with LINE.'] : []),
		...(screw && !there ? [NO_GROUND_HERE] : []),
		...(there
			? [
					`Ground first, then neutral, then hot. Off in the other order.${ground.state === 'proven' ? '' : ' Land the ground wire; it is not proven until its path is read.'}`
				]
			: ['Neutral, then hot. Off in the other order.']),
		`Torque to the marked value. ${there ? 'Ground to green, white' : 'White'} to silver, hot to brass.`,
		'Fold, plate on. Only then the breaker on.'
	];
}
/** Which cable is LINE, and how power goes off again after it was looked for. */
function lineSteps(cables: number, line: number, dead: boolean): string[] {
	if (line < 0 && cables === 1) return ['The one cable is LINE; nothing goes on LOAD.'];
	if (line < 0)
		return [
			'Find LINE: off, verified dead; cables apart, each conductor capped alone, nobody near; on; read which pair is live; off, tag, verify dead again. Only that pair goes on LINE.'
		];
	const again = dead ? '' : ' It was found with power on: off, tag, verify dead again before anything is landed.';
	return [`Cable ${line + 1} is LINE.${again}`];
}

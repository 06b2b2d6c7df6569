import type { Point } from '../model/job';
import { onceForRows } from '../model/remember';

/** A symbol on the plan, as far as it is moved here. */
interface Symbol {
	x: number;
	y: number;
	/** Direction into the room, degrees clockwise on the screen. */
	turn: number;
	/** Where it really is, of one that was moved. */
	at?: Point | undefined;
}

/** Symbols nearer to each other than this lie on each other, in. */
const APART_IN = 17;
/** Rounds of moving neighbors apart: enough for several in a row at one spot. */
const ROUNDS = 60;
const movedTo = onceForRows((b: Symbol, x: number, y: number): Symbol => ({ ...b, x, y, at: [b.x, b.y] }));

/**
 * Moves symbols of neighbors apart along their wall where they would lie on each other; each keeps where it really is (`at`),
 * for a thin line to it. Boxes apart stay as they are, as the same objects; those moved as before are the same as before.
 */
export function fanOut<Drawn extends Symbol>(boxes: readonly Drawn[]): Drawn[] {
	const spots = boxes.map((b, i) => ({ i, x: b.x, y: b.y, tangent: tangentOf(b) }));
	for (let round = 0; round < ROUNDS; round += 1) {
		let moved = false;
		spots.sort((a, b) => a.x - b.x || a.y - b.y);
		for (let a = 0; a < spots.length; a += 1) {
			for (let b = a + 1; b < spots.length; b += 1) {
				const [one, other] = [spots[a], spots[b]];
				if (!one || !other || other.x - one.x > APART_IN) break;
				const [dx, dy] = [other.x - one.x, other.y - one.y];
				const short = APART_IN - Math.hypot(dx, dy);
				if (short < 0.5) continue;
				// Along the wall; of two walls that meet, straight apart.
				const [tx, ty] =
					Math.abs(one.tangent[0] * other.tangent[0] + one.tangent[1] * other.tangent[1]) > 0.9 ? one.tangent : [dx, dy];
				const length = Math.hypot(tx, ty) || 1;
				const way = tx * dx + ty * dy < 0 ? -1 : 1;
				const [px, py] = [((way * tx) / length) * (short / 2), ((way * ty) / length) * (short / 2)];
				Object.assign(one, { x: one.x - px, y: one.y - py });
				Object.assign(other, { x: other.x + px, y: other.y + py });
				moved = true;
			}
		}
		if (!moved) break;
	}
	const at = new Map(spots.map((s) => [s.i, s]));
	return boxes.map((b, i) => {
		const spot = at.get(i);
		if (!spot || Math.hypot(spot.x - b.x, spot.y - b.y) < 0.5) return b;
		return movedTo(b, spot.x, spot.y) as Drawn;
	});
}
/** Along the wall that a symbol faces away from. */
function tangentOf({ turn }: Symbol): Point {
	const angle = ((turn + 90) * Math.PI) / 180;
	return [Math.cos(angle), Math.sin(angle)];
}

/**
 * Parts of a page that are drawn one after another, each in a task of its own: between two of them the page answers to a
 * finger. What is asked for first is drawn first; what a part asks for while it is drawn comes before the next part, so that
 * nothing below it is there yet to be pushed down.
 */
const waiting: (() => void)[] = [];
/** What waits until nothing is left to draw. */
const after: (() => void)[] = [];
let running = false;
/** Where the next thing that is asked for stands; in a task of drawing: after what that has asked for already. */
let inner: number | null = null;

/** Draws this when its turn comes. @returns takes it out again where it has not come yet */
export function inTurn(draw: () => void): () => void {
	if (inner === null) waiting.push(draw);
	else waiting.splice(inner++, 0, draw);
	if (!running) next();
	return () => {
		const at = waiting.indexOf(draw);
		if (at < 0) return;
		waiting.splice(at, 1);
		if (inner !== null && at < inner) inner -= 1;
	};
}
/** Does this when all that waits for its turn is drawn. */
export function afterTurns(work: () => void): void {
	after.push(work);
	if (!running) next();
}
function next(): void {
	running = true;
	setTimeout(() => {
		const draw = waiting.shift();
		running = !!draw;
		inner = draw ? 0 : null;
		if (!draw) {
			for (const work of after.splice(0)) work();
			return;
		}
		next();
		draw();
	});
}

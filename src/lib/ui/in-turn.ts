/**
 * Parts of a page that are drawn one after another, each in a task of its own: between two of them the page answers to a
 * finger. What is asked for first is drawn first.
 */
const waiting: (() => void)[] = [];
let running = false;

/** Draws this when its turn comes. @returns takes it out again where it has not come yet */
export function inTurn(draw: () => void): () => void {
	waiting.push(draw);
	if (!running) next();
	return () => {
		const at = waiting.indexOf(draw);
		if (at >= 0) waiting.splice(at, 1);
	};
}
function next(): void {
	running = true;
	setTimeout(() => {
		const draw = waiting.shift();
		running = !!draw;
		if (!draw) return;
		next();
		draw();
	});
}

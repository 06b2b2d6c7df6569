import { snapPoint, type Snapped } from '$core/edit/default-place';
import { distance } from '$core/model/geometry';
import type { Job, Point } from '$core/model/job';
import { formatLength } from '$core/units/length';

/** A room that is being drawn on the plan: its corners so far, and where the pointer would put the next. In inches, y up. */
export class RoomDrawing {
	points = $state.raw<Point[]>([]);
	next = $state.raw<Snapped | null>(null);
	gridIn = $state(6);

	constructor(
		private readonly job: () => Job,
		private readonly story: () => number
	) {}

	private get corners(): Point[] {
		const others = this.job()
			.rooms.filter((r) => r.story === this.story())
			.flatMap((r) => r.outline ?? []);
		return [...this.points, ...others];
	}
	/** @param nearIn how near to a corner the pointer takes hold of it, in inches of the plan */
	point(p: Point, nearIn: number): void {
		this.next = snapPoint(p, { corners: this.corners, before: this.points.at(-1) ?? null, gridIn: this.gridIn, nearIn });
	}
	/** @returns true where this closes the outline */
	put(): boolean {
		const { next } = this;
		if (!next) return false;
		const [first] = this.points;
		if (first && this.points.length >= 3 && distance(first, next.point) < 0.01) return true;
		const last = this.points.at(-1);
		if (last && distance(last, next.point) < 0.5) return false;
		this.points = [...this.points, next.point];
		return false;
	}
	/** A wall of an exact length in one of the four directions. */
	wall(inches: number, [dx, dy]: Point): void {
		const [x, y] = this.points.at(-1) ?? [0, 0];
		const start: Point[] = this.points.length ? this.points : [[x, y]];
		this.points = [...start, [x + dx * inches, y + dy * inches]];
		this.next = null;
	}
	back(): void {
		this.points = this.points.slice(0, -1);
	}
	get says(): string {
		const last = this.points.at(-1);
		if (!last) return 'Press where the first corner is.';
		if (!this.next) return `${this.points.length} corners.`;
		return `${formatLength(distance(last, this.next.point))}${this.next.to === 'corner' ? ', on a corner' : this.next.to === 'square' ? ', square' : ''}`;
	}
}

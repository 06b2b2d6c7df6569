import { fixtureCorners, inward, wallEnds } from '../../model/geometry';
import type { Panel, Point, Room } from '../../model/job';
import { indexOf } from '../../model/job-index';
import { formatLength } from '../../units/length';
import type { Edition } from '../../code/shape/edition';
import { ofRoom, type Article, type ArticleCase, type Requirement } from '../requirement';

/** 110.26(A): the space before a panel is kept free to work in: 30 in wide, 36 in deep. */
export const workingSpace: Article = {
	rule: (edition) => edition.places.workingSpace.rule,
	judge: (c) => ({ requirements: c.job.panels.flatMap((panel) => ofPanel(c, panel)), needs: [] })
};

/** The floor before a panel that is to stay free, on the plan; null where it has no place on a wall. */
export function workingSpaceOf(edition: Edition, panel: Panel, room: Room | undefined): [Point, Point, Point, Point] | null {
	if (!room?.outline || panel.place?.kind !== 'wall' || panel.place.wall >= room.outline.length) return null;
	const { widthIn, depthIn } = edition.places.workingSpace;
	const { wall, at } = panel.place;
	const [a] = wallEnds(room.outline, wall);
	const [nx, ny] = inward(room.outline, wall);
	const point = (along: number, off: number): Point => [a[0] + ny * along + nx * off, a[1] - nx * along + ny * off];
	return [
		point(at - widthIn / 2, 0),
		point(at + widthIn / 2, 0),
		point(at + widthIn / 2, depthIn),
		point(at - widthIn / 2, depthIn)
	];
}

function ofPanel(c: ArticleCase, panel: Panel): Requirement[] {
	const { rule, widthIn, depthIn } = c.edition.places.workingSpace;
	const room = panel.roomId ? indexOf(c.job).rooms.get(panel.roomId) : undefined;
	const space = workingSpaceOf(c.edition, panel, room);
	if (!room || !space) return [];
	const inIt = [
		...room.fixtures.filter((f) => overlap(space, fixtureCorners(f))).map((f) => f.name || f.kind),
		...room.counters
			.filter(
				(k) =>
					panel.place?.kind === 'wall' &&
					k.wall === panel.place.wall &&
					k.from < panel.place.at + widthIn / 2 &&
					k.to > panel.place.at - widthIn / 2
			)
			.map(() => 'a counter')
	];
	return [
		ofRoom(
			c,
			{ ref: rule, room },
			{
				part: panel.id,
				subject: { kind: 'panel', id: panel.id },
				title: `${formatLength(widthIn)} by ${formatLength(depthIn)} free before ${panel.name}`,
				state: inIt.length ? 'missing' : 'met',
				severity: 'caution',
				why: inIt.length ? `In the working space of ${panel.name}: ${inIt.join(', ')}.` : 'nothing drawn is in it'
			}
		)
	];
}

/** Two convex outlines overlap when no side of either parts them. */
function overlap(a: readonly Point[], b: readonly Point[]): boolean {
	const parts = (p: readonly Point[], q: readonly Point[]) =>
		p.some((s, i) => {
			const e = p[(i + 1) % p.length] ?? s;
			const [nx, ny] = [e[1] - s[1], s[0] - e[0]];
			const reach = (o: readonly Point[]) => o.map(([x, y]) => x * nx + y * ny);
			const [r, t] = [reach(p), reach(q)];
			return Math.max(...r) <= Math.min(...t) + 0.01 || Math.max(...t) <= Math.min(...r) + 0.01;
		});
	return !parts(a, b) && !parts(b, a);
}

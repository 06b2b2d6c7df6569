import { type Command, roomIn, rowIn } from './command';
import { inward, wallEnds, wallLength } from '../model/geometry';
import type { Box, Fixture, Panel, Point } from '../model/job';
import { mustFitWall } from './walls';
import { toSixteenth } from '../units/length';

/** Edits of what stands in rooms, of panels, and copies of boxes. */

/** Quarter turns of a fixture change its sides over, so that it is still drawn straight. */
export function turnBy(f: Fixture, deg: number): void {
	const turn = ((((f.turnDeg ?? 0) + deg) % 360) + 360) % 360;
	if (turn % 180 === 90 && !f.corner) {
		const [cx, cy] = [f.x + f.widthIn / 2, f.y + f.depthIn / 2];
		[f.widthIn, f.depthIn] = [f.depthIn, f.widthIn];
		f.x = cx - f.widthIn / 2;
		f.y = cy - f.depthIn / 2;
		f.turnDeg = (turn + 270) % 360;
	} else f.turnDeg = turn;
	if (f.turnDeg === 0 || f.turnDeg === 180) delete f.turnDeg;
}

/** Something that stands against a wall: so far along it, so wide, with a gap behind. */
interface AgainstWall {
	wall: number;
	from: number;
	gapIn: number;
}
/** Where a fixture stands that is put against a wall, its back to it. */
export function standAgainst(
	outline: readonly Point[],
	{ wall, from, gapIn }: AgainstWall,
	{ widthIn, depthIn }: { widthIn: number; depthIn: number }
) {
	const [a] = wallEnds(outline, wall);
	const [nx, ny] = inward(outline, wall);
	const [ux, uy] = [ny, -nx];
	const [along, off] = [from + widthIn / 2, gapIn + depthIn / 2];
	const [cx, cy] = [a[0] + ux * along + nx * off, a[1] + uy * along + ny * off];
	const deg = Math.round(((Math.atan2(uy, ux) * 180) / Math.PI) * 1000) / 1000;
	const quarter = ((deg % 180) + 180) % 180;
	if (quarter === 0) return { x: toSixteenth(cx - widthIn / 2), y: toSixteenth(cy - depthIn / 2), widthIn, depthIn };
	if (quarter === 90)
		return { x: toSixteenth(cx - depthIn / 2), y: toSixteenth(cy - widthIn / 2), widthIn: depthIn, depthIn: widthIn };
	return { x: toSixteenth(cx - widthIn / 2), y: toSixteenth(cy - depthIn / 2), widthIn, depthIn, turnDeg: deg };
}
/** Adds a fixture to a room. */
export const addFixture =
	(roomId: string, fixture: Fixture): Command =>
	(draft) =>
		void roomIn(draft, roomId).fixtures.push(fixture);
/** Changes a fixture: kind, place, size, in. */
export const editFixture =
	(roomId: string, fixtureId: string, change: Partial<Omit<Fixture, 'id'>>): Command =>
	(draft) =>
		void Object.assign(rowIn(roomIn(draft, roomId).fixtures, fixtureId, 'fixture'), change);
/** Turns a fixture by so many degrees, clockwise. */
export const turnFixture =
	(roomId: string, fixtureId: string, deg: number): Command =>
	(draft) =>
		turnBy(rowIn(roomIn(draft, roomId).fixtures, fixtureId, 'fixture'), deg);
/** Copies a fixture beside itself. */
export const copyFixture =
	(roomId: string, fixtureId: string, newId: string): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		const f = rowIn(room.fixtures, fixtureId, 'fixture');
		room.fixtures.push({ ...f, id: newId, x: f.x + f.widthIn + 2 });
	};
/** Takes a fixture out of a room. */
export const removeFixture =
	(roomId: string, fixtureId: string): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		room.fixtures = room.fixtures.filter((f) => f.id !== fixtureId);
	};

/** A panel on a wall of a room; one that is there already is moved. */
export const putPanel =
	(panel: Panel): Command =>
	(draft) => {
		if (panel.place?.kind === 'wall')
			mustFitWall(roomIn(draft, panel.roomId ?? ''), { wall: panel.place.wall, from: panel.place.at, to: panel.place.at + 1e-6 });
		const there = draft.panels.findIndex((p) => p.id === panel.id);
		if (there >= 0) draft.panels[there] = panel;
		else draft.panels.push(panel);
	};
/** Takes a panel out. @throws RangeError where circuits are still in it */
export const removePanel =
	(panelId: string): Command =>
	(draft) => {
		const fed = draft.circuits.filter((c) => c.panelId === panelId);
		if (fed.length) throw new RangeError(`${fed.length === 1 ? 'A circuit is' : `${fed.length} circuits are`} on it: it stays.`);
		draft.panels = draft.panels.filter((p) => p.id !== panelId);
	};
/** A box like another one, beside it, under the next free name; on no circuit. */
export const copyBox =
	(boxId: string, newId: () => string, name: string): Command =>
	(draft) => {
		const from = rowIn<Box>(draft.boxes, boxId, 'box');
		const id = newId();
		const room = draft.rooms.find((r) => r.id === from.roomId);
		const shifted = (): Box['place'] => {
			if (from.place?.kind === 'point') return { ...from.place, x: from.place.x + 12 };
			if (!from.place || !room?.outline) return from.place;
			const length = wallLength(room.outline, from.place.wall);
			return { ...from.place, at: from.place.at + 12 <= length ? from.place.at + 12 : Math.max(0, from.place.at - 12) };
		};
		draft.boxes.push({
			...from,
			id,
			name,
			place: shifted(),
			ends: [],
			conductors: [],
			devices: from.devices.map((d, i) => ({ ...d, id: `${id}-d${i + 1}` }))
		});
	};

import { produce } from 'immer';
import { OPEN_AIR, roomAt } from '$core/layout/house';
import { snapBox, snapRoom } from '$core/edit/default-place';
import { editBox, freeName, removeBox } from '$core/edit/boxes';
import { removeRoom } from '$core/edit/rooms';
import type { Command } from '$core/edit/command';
import { alongWall, boxPoint, inward, wallLength } from '$core/model/geometry';
import type { Box, Job, Place, Point, Room } from '$core/model/job';
import * as fixtures from '$core/edit/fixtures';
import * as survey from '$core/edit/survey';
import { toSixteenth } from '$core/units/length';
import { freshId } from '$lib/store/jobs';
import type { JobStore } from '$lib/store/job-store.svelte';
import type { Dragged } from './drag';

/** What is dragged and nudged on the plan: shown as it would be at once, kept as one edit when it is let go. */
export class PlanEdits {
	private pending = $state.raw<{ label: string; command: Command; job: Job } | null>(null);
	/** The box that is being dragged. */
	boxId = $state.raw<string | null>(null);
	readonly busy = $derived(this.pending !== null);

	constructor(private readonly store: JobStore) {}

	/** The job as it would be if what is dragged were let go now. */
	get job(): Job {
		return this.pending?.job ?? this.store.job;
	}

	private show(label: string, command: Command): void {
		try {
			this.pending = { label, command, job: produce(this.store.job, command) };
		} catch {
			// Where it may not go it stays at the last place where it may.
		}
	}
	private async keep(): Promise<void> {
		const { pending } = this;
		this.boxId = null;
		if (!pending) return;
		const done = this.store.edit(pending.label, pending.command);
		this.pending = null;
		await done;
	}
	private drag(show: (p: Point, start: Point) => void): Dragged {
		let start: Point | null = null;
		return {
			onmove: (p) => {
				start ??= p;
				show(p, start);
			},
			onend: () => void this.keep()
		};
	}

	readonly box = (id: string): Dragged =>
		this.drag((p) => {
			const box = this.store.index.boxes.get(id);
			if (!box) return;
			if (this.boxId !== id) this.store.select({ kind: 'box', id });
			this.boxId = id;
			const change = this.boxAt(box, p);
			if (change) this.show(`${box.name} moved`, editBox(id, change));
		});
	private boxAt(box: Box, p: Point): Pick<Box, 'place' | 'roomId'> | null {
		const now = box.roomId ? this.store.index.rooms.get(box.roomId) : undefined;
		const under = roomAt(this.store.job, { story: now?.story ?? 0, p });
		// What is outdoors stays there, though the pointer strays over the house.
		const stays = !!now && OPEN_AIR.includes(now.kind) && !(under && OPEN_AIR.includes(under.kind));
		const room = stays ? now : (under ?? now);
		if (!room) return null;
		// A room without walls takes a box at any point; one that has them keeps it at or within them.
		return {
			roomId: room.id,
			place: snapBox(room, p, room === now && room.outline !== null && !roomAt(this.store.job, { story: room.story, p }))
		};
	}

	readonly fixture = (id: string): Dragged =>
		this.drag((p, start) => {
			const found = this.store.index.fixtures.get(id);
			if (!found) return;
			const { fixture, room } = found;
			const [dx, dy] = [Math.round(p[0] - start[0]), Math.round(p[1] - start[1])];
			this.show(
				`${fixture.name || fixture.kind} moved`,
				fixtures.editFixture(room.id, id, { x: fixture.x + dx, y: fixture.y + dy })
			);
		});
	readonly room = (room: Room): Dragged =>
		this.drag((p, start) => {
			const [dx, dy] = snapRoom(this.store.job, room, { dx: p[0] - start[0], dy: p[1] - start[1] });
			this.show(`${room.name} moved`, survey.moveRoom(room.id, dx, dy));
		});
	readonly corner = (room: Room, corner: number): Dragged =>
		this.drag((p) => {
			this.show(`${room.name}: corner ${corner + 1}`, survey.moveCorner(room.id, corner, [Math.round(p[0]), Math.round(p[1])]));
		});

	/** Moves what is selected by so many inches of the plan. @returns whether there was something to move */
	nudge(dx: number, dy: number): boolean {
		const { store } = this;
		const { selection } = store;
		if (selection?.kind === 'box' && store.box) return this.nudgeBox(store.box, dx, dy);
		if (selection?.kind === 'fixture') {
			const found = store.index.fixtures.get(selection.id);
			if (!found) return false;
			const { fixture: f, room } = found;
			void store.edit(
				`${f.name || f.kind} moved`,
				fixtures.editFixture(room.id, f.id, { x: toSixteenth(f.x + dx), y: toSixteenth(f.y + dy) })
			);
			return true;
		}
		const panel = selection?.kind === 'panel' ? store.job.panels.find((p) => p.id === selection.id) : undefined;
		if (panel) {
			const place = this.nudged(panel, dx, dy);
			if (place) void store.edit(`${panel.name} moved`, fixtures.putPanel({ ...panel, place }));
			return !!place;
		}
		const room = selection?.kind === 'room' ? store.index.rooms.get(selection.id) : undefined;
		if (!room?.outline) return false;
		void store.edit(`${room.name} moved`, survey.moveRoom(room.id, dx, dy));
		return true;
	}
	private nudgeBox(box: Box, dx: number, dy: number): boolean {
		const place = this.nudged(box, dx, dy);
		if (place) void this.store.edit(`${box.name} moved`, editBox(box.id, { place }));
		return !!place;
	}
	/** What hangs on a wall goes along it, by what of the move lies along the wall; null where it has no place. */
	private nudged({ roomId, place }: Pick<Box, 'roomId' | 'place'>, dx: number, dy: number): Place | null {
		if (!place) return null;
		if (place.kind === 'point') return { kind: 'point', x: toSixteenth(place.x + dx), y: toSixteenth(place.y + dy) };
		const outline = roomId ? this.store.index.rooms.get(roomId)?.outline : undefined;
		if (!outline) return null;
		const [nx, ny] = inward(outline, place.wall);
		const at = toSixteenth(place.at + dx * ny - dy * nx);
		return { ...place, at: Math.min(wallLength(outline, place.wall), Math.max(0, at)) };
	}

	async remove(): Promise<void> {
		const { store } = this;
		const { selection } = store;
		if (selection?.kind === 'box' && store.box) {
			if (store.readings.some((r) => r.boxId === selection.id && !r.struck))
				return store.say(`${store.box.name} has readings and stays: they are a record.`, true);
			if (await store.edit(`${store.box.name} removed`, removeBox(selection.id))) store.select(null);
		} else if (selection?.kind === 'fixture') {
			const found = store.index.fixtures.get(selection.id);
			if (found && (await store.edit(`${found.fixture.name} removed`, fixtures.removeFixture(found.room.id, selection.id))))
				store.select(null);
		} else if (selection?.kind === 'room') {
			const room = store.index.rooms.get(selection.id);
			if (room && (await store.edit(`${room.name} removed`, removeRoom(room.id)))) store.select(null);
		}
	}
	async copy(): Promise<void> {
		const { store } = this;
		const { selection } = store;
		const id = freshId();
		const again = { first: true };
		// The copy itself takes the id that is then selected; what is in it takes fresh ones.
		const newId = () => (again.first ? ((again.first = false), id) : freshId());
		if (selection?.kind === 'box' && store.box) {
			const room = store.box.roomId ? store.index.rooms.get(store.box.roomId) : undefined;
			const name = room ? freeName(store.job, room) : `${store.box.name} copy`;
			if (
				await store.edit(
					`${name}, like ${store.box.name}`,
					fixtures.copyBox(selection.id, () => id, name)
				)
			)
				store.select({ kind: 'box', id });
		} else if (selection?.kind === 'fixture') {
			const found = store.index.fixtures.get(selection.id);
			if (found && (await store.edit(`${found.fixture.name} copied`, fixtures.copyFixture(found.room.id, selection.id, id))))
				store.select({ kind: 'fixture', id });
		} else if (selection?.kind === 'room') {
			const room = store.index.rooms.get(selection.id);
			if (room && (await store.edit(`${room.name} copied`, survey.copyRoom(room.id, newId)))) {
				const copy = store.job.rooms.at(-1);
				if (copy) store.select({ kind: 'room', id: copy.id });
			}
		}
	}
	turn(deg = 90): void {
		const { store } = this;
		const { selection } = store;
		if (selection?.kind === 'fixture') {
			const found = store.index.fixtures.get(selection.id);
			if (found) void store.edit(`${found.fixture.name} turned`, fixtures.turnFixture(found.room.id, selection.id, deg));
		} else if (selection?.kind === 'room') {
			const room = store.index.rooms.get(selection.id);
			if (room) void store.edit(`${room.name} turned`, survey.turnRoom(room.id, deg));
		}
	}
	mirror(): void {
		const room = this.store.selection?.kind === 'room' ? this.store.index.rooms.get(this.store.selection.id) : undefined;
		if (room) void this.store.edit(`${room.name} mirrored`, survey.mirrorRoom(room.id));
	}

	/** Arrows move by 1 in, with Shift by 6 in, with Alt by 1/16 in; Delete, Ctrl+D, T and M do what the slip's buttons do. */
	readonly onkeydown = (e: KeyboardEvent): void => {
		const at = e.target;
		if (!(at instanceof Element) || at.closest('input, textarea, select, dialog, [role=dialog]') || e.defaultPrevented) return;
		const by = e.altKey ? 1 / 16 : e.shiftKey ? 6 : 1;
		const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key];
		const act: (() => unknown) | null = way
			? () => this.nudge((way[0] ?? 0) * by, (way[1] ?? 0) * by)
			: e.key === 'Delete'
				? () => void this.remove()
				: e.key.toLowerCase() === 'd' && (e.ctrlKey || e.metaKey)
					? () => void this.copy()
					: e.ctrlKey || e.metaKey || e.altKey
						? null
						: e.key === 't'
							? () => this.turn()
							: e.key === 'm'
								? () => this.mirror()
								: null;
		if (!act || !this.store.selection) return;
		if (act() !== false) e.preventDefault();
	};
}

/** Where the box that is dragged stands, for what it covers. */
export function draggedPlace(job: Job, boxId: string | null): { room: Room; wall: number; at: number; point: Point } | null {
	const box = boxId ? job.boxes.find((b) => b.id === boxId) : undefined;
	const room = box?.roomId ? job.rooms.find((r) => r.id === box.roomId) : undefined;
	if (!box?.place || !room?.outline || box.place.kind !== 'wall') return null;
	return {
		room,
		wall: box.place.wall,
		at: box.place.at,
		point: boxPoint(box, room) ?? alongWall(room.outline, box.place.wall, box.place.at)
	};
}

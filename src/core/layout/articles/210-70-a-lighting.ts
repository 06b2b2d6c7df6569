import { once } from '../../model/remember';
import { LIGHTS_ENTRANCE_WITHIN_IN, USUAL_HEIGHT_IN } from '../usual-places';
import { alongWall, inward, labelPoint, wallLength } from '../../model/geometry';
import type { Box, Break, Device, Job, Room } from '../../model/job';
import { indexOf } from '../../model/job-index';
import type { NewPlace } from '../../model/result';
import type { RuleRef } from '../../code/rule';
import { roomWords } from '../../model/kinds';
import { beyond, doorsOf, isKnownOut, leadsTo, OPEN_AIR, pointOf, roomAt } from '../house';
import { sideOf } from './210-52-e-outdoors';
import { atPoint, boxesIn, names, ofRoom, onWall, type Article, type ArticleCase, type Requirement } from '../requirement';

/** 210.70(A), in short: where a switched light is asked for. */

const lights = (boxes: readonly Box[]) => boxes.filter((b) => b.devices.some((d) => d.kind === 'lighting'));
const switchDevices = (job: Job): { box: Box; device: Device }[] =>
	job.boxes.flatMap((box) => box.devices.filter((device) => device.kind === 'switch').map((device) => ({ box, device })));

type Switching = readonly { box: Box; device: Device }[];
const switchesByBox = once((job: Job): ReadonlyMap<string, Switching> => {
	const known = new Map<string, Switching>();
	for (const s of switchDevices(job)) for (const id of s.device.controls ?? []) known.set(id, [...(known.get(id) ?? []), s]);
	return known;
});
/** The switches that are said to switch a box. */
export const switchesOf = (job: Job, boxId: string): Switching => switchesByBox(job).get(boxId) ?? [];

/** How a light of a room is switched: as said; else, where nothing is said of the room's switches, by one of them. */
function switchedBy(job: Job, room: Room, light: Box): { boxes: Box[]; sure: boolean } {
	const said = switchesOf(job, light.id).map((s) => s.box);
	if (said.length) return { boxes: said, sure: true };
	const open = boxesIn(job, room).filter((b) => b.devices.some((d) => d.kind === 'switch' && !d.controls?.length));
	return { boxes: open, sure: false };
}

interface Asked {
	ref: RuleRef;
	title: string;
	/** A receptacle that a wall switch switches does for the light. */
	receptacleDoes?: boolean;
	/** A switch at its entry, or in the luminaire itself. */
	pullDoes?: boolean;
	severity?: Requirement['severity'];
}
function ofLight(c: ArticleCase, room: Room, asked: Asked, part = ''): Requirement {
	const boxes = boxesIn(c.job, room);
	const found = lights(boxes);
	const severity = asked.severity ?? undefined;
	const draft = { part, title: asked.title, ...(severity ? { severity } : {}) };
	for (const light of found) {
		const by = switchedBy(c.job, room, light);
		if (by.boxes.length)
			return ofRoom(
				c,
				{ ref: asked.ref, room },
				{
					...draft,
					state: 'met',
					why: `${light.name}, switched by ${names(by.boxes)}${by.sure ? '' : ' (assumed: say what it switches)'}`,
					metBy: [light.id, ...by.boxes.map((b) => b.id)]
				}
			);
	}
	const receptacle = asked.receptacleDoes && boxes.find((b) => b.devices.some((d) => d.receptacles > 0 && d.switched !== 'none'));
	if (receptacle)
		return ofRoom(
			c,
			{ ref: asked.ref, room },
			{
				...draft,
				state: 'met',
				why: `${receptacle.name}, a switched receptacle`,
				metBy: [receptacle.id]
			}
		);
	const [first] = found;
	if (first)
		return ofRoom(
			c,
			{ ref: asked.ref, room },
			{
				...draft,
				state: asked.pullDoes ? 'met' : 'missing',
				severity: 'caution',
				why: asked.pullDoes
					? `${first.name}; check on site that it is switched at the entry, by a pull chain or wall switch`
					: `${first.name} has no known wall switch: say in a switch's facts what it controls.`,
				metBy: asked.pullDoes ? [first.id] : [],
				fix: asked.pullDoes
					? undefined
					: { kind: 'place-boxes', label: 'Place its switch', boxes: [switchFor(room, atDoor(room), { boxId: first.id })] }
			}
		);
	return ofRoom(
		c,
		{ ref: asked.ref, room },
		{
			...draft,
			state: 'missing',
			why: `${room.name} has no ${asked.receptacleDoes ? 'light, and no switched receptacle' : 'light'}.`,
			fix: { kind: 'place-boxes', label: 'Place a light and its switch', boxes: lightAndSwitch(room) }
		}
	);
}

/** A light in the middle of the ceiling, and a switch at the latch side of the first door. */
function lightAndSwitch(room: Room): NewPlace[] {
	const outline = room.outline;
	const light: NewPlace = {
		roomId: room.id,
		place: outline ? atPoint(labelPoint(outline)) : null,
		heightIn: USUAL_HEIGHT_IN.ceiling,
		device: 'lighting'
	};
	return [light, switchFor(room, atDoor(room), { place: 0 })];
}
const switchFor = (room: Room, place: NewPlace['place'], controls: NonNullable<NewPlace['controls']>): NewPlace => ({
	roomId: room.id,
	place,
	heightIn: USUAL_HEIGHT_IN.switch,
	device: 'switch',
	controls,
	ways: 'single-pole'
});
/** At the latch side of a room's first door. */
function atDoor(room: Room): NewPlace['place'] {
	const door = doorsOf(room)[0];
	return room.outline && door ? besideLatch(room, door) : null;
}
function besideLatch(room: Room, door: Break) {
	const length = wallLength(room.outline ?? [], door.wall);
	const [after, before] = [door.to + 6, door.from - 6];
	const free = (at: number) =>
		at >= 0 && at <= length && !room.breaks.some((b) => b.wall === door.wall && at > b.from && at < b.to);
	const order = door.hinge === 'to' ? [before, after] : [after, before];
	const at = order.find(free);
	return at === undefined ? null : onWall(door.wall, at);
}

const roomsArticle = (
	ref: (c: ArticleCase) => RuleRef,
	pick: (c: ArticleCase, room: Room) => Omit<Asked, 'ref'> | null
): Article => ({
	rule: (edition) => ref({ edition } as ArticleCase),
	judge: (c) => ({
		requirements: c.job.rooms.flatMap((room) => {
			const asked = pick(c, room);
			return asked ? [ofLight(c, room, { ...asked, ref: ref(c) })] : [];
		}),
		needs: []
	})
});

/** Habitable rooms, kitchens and bathrooms. @source 210.70(A)(1) */
export const roomLights = roomsArticle(
	(c) => c.edition.places.lighting.rooms,
	(c, room) => {
		const { habitable, lightOnly } = c.edition.places.lighting;
		if (!habitable.includes(room.kind) && !lightOnly.includes(room.kind)) return null;
		return { title: `a switched light in a ${roomWords(room.kind)}`, receptacleDoes: !lightOnly.includes(room.kind) };
	}
);
/** Hallways. @source 210.70(A)(2) */
export const hallwayLights = roomsArticle(
	(c) => c.edition.places.lighting.hallways,
	(_c, room) =>
		room.kind === 'hallway' || room.kind === 'foyer' ? { title: `a switched light in a ${roomWords(room.kind)}` } : null
);
/** Attached garages, and detached ones with power. @source 210.70(A)(2) */
export const garageLights = roomsArticle(
	(c) => c.edition.places.lighting.garages,
	(c, room) =>
		room.kind === 'garage' && (!room.detached || (room.powered ?? boxesIn(c.job, room).length > 0))
			? { title: 'a switched light in a garage' }
			: null
);
/** Attic, crawl space, basement used for storage or holding equipment. @source 210.70(A)(3); 2020 on: 210.70(C) */
export const storageLights = roomsArticle(
	(c) => c.edition.places.lighting.storage,
	(c, room) => {
		const { storageRooms } = c.edition.places.lighting;
		const used =
			room.storage ??
			(room.fixtures.length > 0 || boxesIn(c.job, room).some((b) => b.devices.some((d) => d.kind === 'hard-wired')));
		return storageRooms.includes(room.kind) && used
			? { title: `a light in a ${roomWords(room.kind)} for storage or equipment, switched at its entry`, pullDoes: true }
			: null;
	}
);

/** Stairs: a light, and where there are six risers or more a switch at each level. @source 210.70(A)(2) */
export const stairLights: Article = {
	rule: (edition) => edition.places.lighting.stairs,
	judge: (c) => ({
		requirements: c.job.rooms.flatMap((room) =>
			room.fixtures
				.filter((f) => f.kind === 'stair')
				.map((f) => {
					const { stairs: ref, risersForTwo } = c.edition.places.lighting;
					const lit = ofLight(c, room, { ref, title: 'a switched light at the stair' }, f.id);
					const risers = f.risers;
					if (lit.state !== 'met') return { ...lit, subject: { kind: 'fixture' as const, id: f.id } };
					if (risers === undefined || risers === null)
						return {
							...lit,
							state: 'unknown' as const,
							why: `How many risers ${f.name || 'the stair'} has is not known: with ${risersForTwo} or more a switch is required at each level.`
						};
					if (risers < risersForTwo) return lit;
					const by = lights(boxesIn(c.job, room)).flatMap((light) => switchesOf(c.job, light.id));
					const stories = new Set(by.map((s) => (s.box.roomId ? indexOf(c.job).rooms.get(s.box.roomId)?.story : undefined)));
					if (by.length >= 2 && stories.size >= 2)
						return { ...lit, title: `${lit.title}, at each level`, why: names(by.map((s) => s.box)) };
					return {
						...lit,
						title: `${lit.title}, at each level`,
						state: 'missing' as const,
						metBy: [],
						subject: { kind: 'fixture' as const, id: f.id },
						why: `${f.name || 'The stair'} has ${risers} risers: its light must be switched at each level; name it in the facts of its three-way switches.`
					};
				})
		),
		needs: []
	})
};

/** Each outdoor entrance at grade; a vehicle door is none. @source 210.70(A)(2) */
export const entranceLights: Article = {
	rule: (edition) => edition.places.lighting.entrances,
	judge(c) {
		const outside = c.job.rooms.filter((r) => OPEN_AIR.includes(r.kind)).flatMap((r) => lights(boxesIn(c.job, r)));
		const requirements = c.job.rooms.filter(hasEntrance).flatMap((room) =>
			doorsOf(room)
				.filter((d) => d.kind !== 'opening' && leadsTo(c.job, c.edition.places, { room, door: d }) === 'outside')
				.map((door) => ofEntrance(c, room, door, outside))
		);
		return { requirements, needs: [] };
	}
};
const hasEntrance = (r: Room): boolean =>
	r.story === 0 && !OPEN_AIR.includes(r.kind) && r.kind !== 'accessory' && (!r.detached || r.powered !== false);

function ofEntrance(c: ArticleCase, room: Room, door: Break, outside: readonly Box[]): Requirement {
	const { entrances: ref } = c.edition.places.lighting;
	const outline = room.outline ?? [];
	const middle = (door.from + door.to) / 2;
	const out = beyond(outline, { wall: door.wall, at: middle });
	const near = outside.filter((b) => {
		const p = pointOf(c.job, b);
		return !!p && Math.hypot(p[0] - out[0], p[1] - out[1]) <= LIGHTS_ENTRANCE_WITHIN_IN;
	});
	const draft = {
		part: `door${door.id}`,
		title: `a switched light outside the door of ${room.name}`,
		subject: { kind: 'room' as const, id: room.id, stretch: { wall: door.wall, from: door.from, to: door.to } }
	};
	if (near.length) return ofRoom(c, { ref, room }, { ...draft, state: 'met', why: names(near), metBy: near.map((b) => b.id) });
	if (!isKnownOut(c.job, { room, door }))
		return ofRoom(
			c,
			{ ref, room },
			{
				...draft,
				title: `a switched light outside a door of ${room.name}, if it leads out`,
				state: 'unknown',
				why: `Where this door of ${room.name} leads is not known: nothing is drawn beyond it. Set "Leads" in the facts of ${room.name}, under its doors.`
			}
		);
	const [nx, ny] = inward(outline, door.wall);
	const yards = c.job.rooms.filter((r) => r.kind === 'outdoors');
	const facing = Math.abs(ny) < 0.7 ? 'side' : ny > 0 ? 'front' : 'back';
	const place =
		roomAt(c.job, { story: room.story, p: out, not: room }) ?? yards.find((r) => sideOf(c.job, r) === facing) ?? yards[0];
	const side = alongWall(
		outline,
		door.wall,
		door.to + 8 <= wallLength(outline, door.wall) ? door.to + 8 : Math.max(0, door.from - 8)
	);
	return ofRoom(
		c,
		{ ref, room },
		{
			...draft,
			state: 'missing',
			why: `The outdoor entrance of ${room.name} has no light outside it.`,
			fix: {
				kind: 'place-boxes',
				label: 'Place a light and its switch',
				boxes: [
					{
						...(place ? { roomId: place.id } : { roomId: '', yard: facing === 'back' ? ('back' as const) : ('front' as const) }),
						place: atPoint([side[0] - nx * 8, side[1] - ny * 8]),
						heightIn: 78,
						device: 'lighting',
						outdoors: true
					},
					switchFor(room, besideLatch(room, door), { place: 0 })
				]
			}
		}
	);
}

import { rowIn, type Command } from './command';
import type { Fix, NewPlace } from '../model/result';
import { addCircuit, sizeAs, pairCircuits, shareHomeRun, moveBoxes } from './circuits';
import type { Job, Room, Device } from '../model/job';
import { newRoom, newBox } from '../model/new-job';
import { changeDevice, freeName } from './boxes';
import { planBreaker } from './plan-breaker';

/** Applies a finding's fix as one edit. @param newId a fresh id for each thing made */
export const applyFix =
	(fix: Fix, newId: () => string): Command =>
	(draft) => {
		switch (fix.kind) {
			case 'place-boxes': {
				const made: string[] = [];
				for (const spot of fix.boxes) made.push(placeBox(draft, spot, made, newId));
				return;
			}
			case 'move-box':
				rowIn(draft.boxes, fix.boxId, 'box').place = fix.place;
				return;
			case 'add-circuits':
				for (const c of fix.circuits) {
					const [circuitId, panelId] = [newId(), newId()];
					addCircuit({ circuitId, panelId, name: c.name, breakerA: c.breakerA, state: 'planned' })(draft);
					rowIn(draft.circuits, circuitId, 'circuit').kind = c.kind;
				}
				return;
			case 'protect-device':
				protectDevice(rowIn(rowIn(draft.boxes, fix.boxId, 'box').devices, fix.deviceId, 'device'), fix);
				return;
			case 'protect-breaker':
				planBreaker(rowIn(draft.circuits, fix.circuitId, 'circuit'), fix.protection);
				return;
			case 'set-breaker':
				rowIn(draft.circuits, fix.circuitId, 'circuit').breakerA = fix.breakerA;
				return;
			case 'edit-device':
				changeDevice(rowIn(rowIn(draft.boxes, fix.boxId, 'box').devices, fix.deviceId, 'device'), fix.change);
				return;
			case 'edit-box':
				Object.assign(rowIn(draft.boxes, fix.boxId, 'box'), fix.change);
				return;
			case 'edit-circuit':
				Object.assign(rowIn(draft.circuits, fix.circuitId, 'circuit'), fix.change);
				return;
			case 'edit-cable':
				Object.assign(rowIn(draft.cables, fix.cableId, 'cable'), fix.change);
				return;
			case 'set-load':
				rowIn(draft.circuits, fix.circuitId, 'circuit').load = fix.load;
				return;
			case 'size-circuit':
				sizeAs(fix)(draft);
				return;
			case 'pair-circuits':
				pairCircuits(...fix.circuitIds, fix.opens)(draft);
				return;
			case 'share-home-run':
				shareHomeRun(fix, newId)(draft);
				return;
			case 'edit-panel':
				Object.assign(rowIn(draft.panels, fix.panelId, 'panel'), fix.change);
				return;
			case 'move-to-circuit':
				moveBoxes(fix.moves, fix.fresh, newId)(draft);
				return;
			case 'mark-device':
				rowIn(rowIn(draft.boxes, fix.boxId, 'box').devices, fix.deviceId, 'device')[fix.mark] = true;
				return;
			case 'several':
				for (const one of fix.fixes) applyFix(one, newId)(draft);
				return;
			default:
				fix satisfies never;
		}
	};
/** A protecting device in place of a found one is planned: what was found is not written over. */
function protectDevice(device: Device, { protection, type }: Extract<Fix, { kind: 'protect-device' }>): void {
	changeDevice(device, { protection, feedsLoad: true, ...type, ...(device.state === 'found' ? { state: 'planned' } : {}) });
}
/** The place outdoors on a side of the house, made where there is none. */
function yardOf(draft: Job, side: 'front' | 'back', newId: () => string): Room {
	const there = draft.rooms.find((r) => r.kind === 'outdoors' && r.side === side);
	if (there) return there;
	const yard = newRoom(
		{ id: newId(), name: side === 'front' ? 'Front yard' : 'Back yard', kind: 'outdoors' },
		{ side, finished: false }
	);
	draft.rooms.push(yard);
	return yard;
}
/** Puts one planned box where a fix wants it. @returns its id */
function placeBox(draft: Job, spot: NewPlace, made: readonly string[], newId: () => string): string {
	const room = spot.yard ? yardOf(draft, spot.yard, newId) : rowIn(draft.rooms, spot.roomId, 'room');
	const box = newBox(newId(), freeName(draft, room), {
		state: 'planned',
		roomId: room.id,
		place: spot.place,
		heightIn: spot.heightIn,
		volumeCuIn: 20,
		ground: 'present'
	});
	const device = box.devices[0] as Device;
	const plain = spot.device === 'receptacle' ? {} : { kind: spot.device, receptacles: 0 as const, tamperResistant: false };
	Object.assign(device, plain, {
		serves: spot.serves ?? null,
		weatherResistant: spot.outdoors ?? false,
		name: spot.device === 'lighting' ? 'light' : spot.device === 'switch' ? 'switch' : ''
	});
	if (spot.controls) {
		const { controls } = spot;
		const light = 'boxId' in controls ? controls.boxId : made[controls.place];
		device.controls = light ? [light] : [];
		device.ways = spot.ways ?? 'single-pole';
	}
	draft.boxes.push(box);
	return box.id;
}

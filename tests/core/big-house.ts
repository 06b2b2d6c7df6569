import { HouseBuilder, duplex, light, wallSwitch } from '../../src/core/demo/house-builder';
import { DEFAULT_PRACTICE, type Job } from '../../src/core/model/known';
import type { RoomKind } from '../../src/core/model/kinds';

const KINDS: readonly RoomKind[] = ['bedroom', 'living', 'den', 'kitchen', 'hallway', 'bathroom', 'family', 'garage'];

/** A house of 40 rooms and 300 boxes on 30 circuits, for what must stay quick. */
export function bigHouse(): Job {
	const h = new HouseBuilder();
	const names: string[] = [];
	for (let i = 0; i < 40; i++) {
		const [x, y] = [6 + (i % 8) * 150, 6 + Math.floor(i / 8) * 150];
		const id = `r${i}`;
		h.rect(id, `Room ${i + 1}`, KINDS[i % KINDS.length] ?? 'den', [x, y, 145, 145]);
		h.pass('door', [id], [x + 40, y], [x + 72, y], id);
		h.pass('window', [id], [x + 30, y + 145], [x + 90, y + 145]);
		if (KINDS[i % KINDS.length] === 'kitchen') h.counter(id, [x + 145, y + 20], [x + 145, y + 145]);
		const spots = [
			['W', y + 30],
			['W', y + 110],
			['N', x + 60],
			['E', y + 40],
			['E', y + 100]
		] as const;
		spots.forEach((spot, k) => h.box(`R${i}-0${k + 1}`, id, spot, [duplex()]));
		h.box(`R${i}-10`, id, ['S', x + 80], [wallSwitch({ controls: [`r${i}-11`] })], { heightIn: 48 });
		h.box(`R${i}-11`, id, [x + 72, y + 72], [light(60)], { heightIn: 96 });
		names.push(...spots.map((_, k) => `R${i}-0${k + 1}`), `R${i}-10`, `R${i}-11`);
	}
	h.room('yard', 'Yard', 'outdoors', null, { side: 'front' });
	for (let k = 0; k < 20; k++) {
		h.box(`Y-${k}`, 'yard', [20 + k * 40, 0], [duplex({ weatherResistant: true })], { heightIn: 20 });
		names.push(`Y-${k}`);
	}
	h.panel('main', 'Main panel', 'r7', ['W', 60], 200, 60);
	for (let c = 0; c < 30; c++) h.circuit(c + 1, `Circuit ${c + 1}`, names.slice(c * 10, c * 10 + 10), { panelId: 'main' });
	return h.job({
		id: 'big',
		name: 'Big house',
		place: '',
		edition: '2023',
		permitDate: '2026-10-12',
		dwelling: 'one-family',
		areaSqFt: null,
		amendments: [],
		practice: DEFAULT_PRACTICE,
		symptoms: [],
		notes: [],
		checks: []
	});
}

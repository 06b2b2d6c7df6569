import assert from 'node:assert/strict';
import test from 'node:test';
import { editions } from '../../src/core/code/editions';
import type { OutletFacts } from '../../src/core/code/outlet';
import { EDITIONS, ROOM_KINDS, type RoomKind } from '../../src/core/model/kinds';
import { protectionNeed } from '../../src/core/protection/needs';

/**
 * Every place, edition and kind of outlet, from the facts and not from the tables of core. In each column 2017, 2020, 2023:
 * G ground-fault, A arc-fault, GA both, - neither. Receptacles serve nothing in particular; 120 V on 20 A, 240 V on 30 A, lights
 * on 15 A. Nothing is near a sink or a tub.
 */
const MATRIX = `
place               | receptacle 120 | receptacle 240 | hard-wired 120 | hard-wired 240 | light 120
kitchen             | A  A  GA       | -  -  G        | A  A  A        | -  -  -        | A  A  A
kitchen counter     | GA GA GA       | -  G  G        |                |                |
bathroom            | G  G  G        | -  G  G        | -  -  -        | -  -  -        | -  -  -
bedroom             | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
living              | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
dining              | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
family              | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
den                 | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
library             | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
sunroom             | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
recreation          | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
hallway             | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
closet              | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
laundry             | GA GA GA       | -  G  G        | A  A  A        | -  -  -        | A  A  A
pantry              | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
breakfast           | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
foyer               | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
workroom            | A  A  A        | -  -  -        | A  A  A        | -  -  -        | A  A  A
garage              | G  G  G        | -  G  G        | -  -  G        | -  -  G        | -  -  -
accessory           | G  G  G        | -  G  G        | -  -  G        | -  -  G        | -  -  -
boathouse           | G  G  G        | -  G  G        | -  -  G        | -  -  G        | -  -  -
basement            | G  G  G        | -  G  G        | -  -  -        | -  -  -        | -  -  -
basement finished   | A  GA GA       | -  G  G        | A  A  A        | -  -  -        | A  A  A
crawl-space         | G  G  G        | -  G  G        | -  -  -        | -  -  -        | G  G  G
attic               | -  -  -        | -  -  -        | -  -  -        | -  -  -        | -  -  -
outdoors            | G  G  G        | -  G  G        | -  G  G        | -  G  G        | -  -  -
porch               | G  G  G        | -  G  G        | -  G  G        | -  G  G        | -  -  -
deck                | G  G  G        | -  G  G        | -  G  G        | -  G  G        | -  -  -
`;
const [head = '', ...lines] = MATRIX.trim().split('\n');
const cells = (line: string) => line.split('|').map((c) => c.trim());
const columns = cells(head).slice(1);
const seen = new Set<string>();
for (const line of lines) {
	const [place = '', ...marks] = cells(line);
	const [kind = '', more] = place.split(' ');
	seen.add(kind);
	columns.forEach((column, i) => {
		const wanted = marks[i]?.split(/\s+/).filter(Boolean) ?? [];
		if (!wanted.length) return;
		const [what = '', volts = ''] = column.split(' ');
		EDITIONS.forEach((key, k) => {
			test(`${key}: ${column} V in ${place}: ${wanted[k]}`, () => {
				const outlet: OutletFacts = {
					id: 'o',
					what: what === 'light' ? 'lighting' : (what as OutletFacts['what']),
					room: kind as RoomKind,
					volts: Number(volts),
					amps: what === 'light' ? 15 : volts === '240' ? 30 : 20,
					...(volts === '240' ? { circuitVolts: 240 } : {}),
					finished: more === 'finished' || kind !== 'basement',
					...(more === 'counter' ? { serves: 'countertop' as const } : {})
				};
				const { gfci, afci } = protectionNeed(editions[key], outlet, { permitDate: '2026-10-12' }).need;
				assert.equal(`${gfci.required ? 'G' : ''}${afci.required ? 'A' : ''}` || '-', wanted[k]);
				assert.equal(gfci.required, gfci.because.length > 0, 'a need names its rule');
			});
		});
	});
}
test('every kind of room is in the matrix', () =>
	assert.deepEqual(
		ROOM_KINDS.filter((r) => !seen.has(r)),
		[]
	));

// What an outlet serves moves it, from the facts: 2017, 2020, 2023.
const SERVING: [what: string, outlet: Partial<OutletFacts>, gfci: [boolean, boolean, boolean]][] = [
	['dishwasher, hard-wired', { what: 'hard-wired', serves: 'dishwasher' }, [true, true, true]],
	['dishwasher on a receptacle', { serves: 'dishwasher' }, [true, true, true]],
	['sump pump in an attic', { room: 'attic', serves: 'sump-pump' }, [false, true, true]],
	['range at 240 V, receptacle', { serves: 'range', volts: 240, amps: 50 }, [false, false, true]],
	['range at 240 V, hard-wired', { what: 'hard-wired', serves: 'range', volts: 240, amps: 50 }, [false, false, true]],
	[
		'cooktop, hard-wired, in a den',
		{ what: 'hard-wired', room: 'den', serves: 'cooktop', volts: 240, amps: 40 },
		[false, false, true]
	],
	['wall oven over 60 A', { what: 'hard-wired', room: 'den', serves: 'wall-oven', volts: 240, amps: 70 }, [false, false, false]],
	['dryer in a hallway closet', { room: 'closet', serves: 'dryer', volts: 240, amps: 30 }, [false, false, true]],
	['dryer in a laundry area', { room: 'laundry', serves: 'dryer', volts: 240, amps: 30 }, [false, true, true]],
	['microwave in a den', { room: 'den', serves: 'microwave' }, [false, false, true]],
	['vehicle charging receptacle in an attic', { room: 'attic', serves: 'ev', volts: 240, amps: 50 }, [true, true, true]],
	[
		'air conditioner outdoors, 45 A',
		{ what: 'hard-wired', room: 'outdoors', serves: 'hvac', volts: 240, amps: 45 },
		[false, true, true]
	],
	[
		'air conditioner outdoors, 60 A',
		{ what: 'hard-wired', room: 'outdoors', serves: 'hvac', volts: 240, amps: 60 },
		[false, false, false]
	],
	[
		'de-icing outdoors, not readily accessible',
		{ room: 'outdoors', serves: 'deicing', readilyAccessible: false },
		[false, false, false]
	],
	['alarm supply in a basement', { room: 'basement', finished: false, serves: 'alarm' }, [false, false, false]],
	['alarm supply in a garage', { room: 'garage', serves: 'alarm' }, [true, true, false]],
	['wet bar in a den, area with a sink and provision for food', { room: 'den', foodPrep: true }, [false, false, true]],
	['6 ft from a sink', { room: 'den', sinkFt: 6 }, [true, true, true]],
	['6 ft and a sixteenth from a sink', { room: 'den', sinkFt: 6.0053 }, [false, false, false]],
	['6 ft from a tub', { room: 'den', tubFt: 6 }, [true, true, true]],
	['indoors, damp', { room: 'den', dampness: 'damp' }, [false, true, true]]
];
for (const [what, more, gfci] of SERVING)
	EDITIONS.forEach((key, k) =>
		test(`${key}: ${what}: ${gfci[k] ? 'GFCI' : 'no GFCI'}`, () => {
			const outlet: OutletFacts = { id: 'o', what: 'receptacle', room: 'kitchen', volts: 120, amps: 20, finished: true, ...more };
			assert.equal(protectionNeed(editions[key], outlet, { permitDate: '2026-10-12' }).need.gfci.required, gfci[k]);
		})
	);

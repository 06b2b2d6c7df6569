import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { addRoom } from '../../src/core/edit/rooms';
import { guessRoom } from '../../src/core/model/room-guess';
import { scheduleName } from '../../src/core/propose/schedule-name';
import { job } from './small-job';

const rooms = [
	['Bed 2', 'bedroom', true],
	['BR3', 'bedroom', true],
	['Primary bath', 'bathroom', true],
	['Hall bath', 'bathroom', true],
	['Powder', 'bathroom', true],
	['Hall', 'hallway', true],
	['Hall closet', 'closet', true],
	['Walk-in', 'closet', true],
	['Kitchen', 'kitchen', true],
	['Dining nook', 'breakfast', true],
	['Dining', 'dining', true],
	['Pantry', 'pantry', true],
	['Front entry', 'foyer', true],
	['Living', 'living', true],
	['Great room', 'living', true],
	['Sewing room', 'workroom', true],
	['Laundry', 'laundry', true],
	['Garage', 'garage', false],
	['Cellar', 'basement', false],
	['Crawl space', 'crawl-space', false],
	['Attic', 'attic', false],
	['Back porch', 'porch', false],
	['Deck', 'deck', false],
	['Shed', 'accessory', false]
] as const;
for (const [name, kind, finished] of rooms)
	test(`${name} is a ${kind}`, () => assert.deepEqual(guessRoom(name), { kind, finished }));
test('a yard is outdoors, at the side that its name tells', () => {
	assert.deepEqual(guessRoom('Front yard'), { kind: 'outdoors', finished: false, side: 'front' });
	assert.deepEqual(guessRoom('Rear patio'), { kind: 'outdoors', finished: false, side: 'back' });
	assert.deepEqual(guessRoom('Yard'), { kind: 'outdoors', finished: false });
});
test('a name that says nothing guesses nothing; what is picked goes before the name', () => {
	assert.equal(guessRoom('Room 4'), null);
	assert.equal(guessRoom('Blue'), null);
	const made = (name: string, kind?: 'den' | 'bedroom') =>
		produce(job({}), addRoom('new', name, { kind })).rooms.find((r) => r.id === 'new');
	assert.deepEqual([made('Front yard')?.kind, made('Front yard')?.side], ['outdoors', 'front']);
	assert.deepEqual([made('Front yard', 'den')?.kind, made('Front yard', 'den')?.side], ['den', undefined]);
	assert.equal(made('Blue')?.kind, 'living');
});

const schedules = [
	[['Bedroom 2', 'Bedroom 1'], 'receptacles', 'Bedrooms 1 & 2, receptacles'],
	[['Bedroom 1', 'Bedroom 2', 'Bedroom 3'], 'lights', 'Bedrooms 1, 2 & 3, lights'],
	[['Bath 2', 'Hall', 'Bath 1'], '', 'Baths 1 & 2, Hall'],
	[['Bedroom 2', 'Hall'], 'receptacles', 'Bedroom 2, Hall, receptacles'],
	[['Living', 'Entry', 'Hall', 'Den'], 'receptacles', 'Living, Entry, Hall & others, receptacles'],
	[['Porch 1', 'Porch 2'], 'lights', 'Porches 1 & 2, lights'],
	[[''], 'receptacles', 'Receptacles'],
	[['kitchen'], 'counter', 'Kitchen, counter']
] as const;
for (const [names, what, want] of schedules)
	test(`${names.join(' + ')} ${what}: ${want}`, () => assert.equal(scheduleName(names, what), want));

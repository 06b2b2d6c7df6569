import type { Job } from './job';
import { indexOf } from './job-index';
import { inWords } from './kinds';

export interface Hit {
	kind: 'box' | 'room' | 'circuit' | 'panel' | 'fixture';
	id: string;
	name: string;
	about: string;
}

/** Everything of a job whose name, place or devices hold all the words typed; names that begin with them first. */
export function findIn(job: Job, typed: string): Hit[] {
	const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
	if (!words.length) return [];
	const index = indexOf(job);
	const all: Hit[] = [
		...job.boxes.map((b): Hit => {
			const room = b.roomId ? (index.rooms.get(b.roomId)?.name ?? '') : 'no room yet';
			const devices = b.devices.map((d) => d.name || d.serves || d.kind).join(', ');
			return { kind: 'box', id: b.id, name: b.name, about: `${room}, ${devices}` };
		}),
		...job.rooms.map((r): Hit => ({ kind: 'room', id: r.id, name: r.name, about: 'room' })),
		...job.circuits.map((c): Hit => ({
			kind: 'circuit',
			id: c.id,
			name: `${c.number} ${c.name}`,
			about: `circuit, ${c.breakerA} A`
		})),
		...job.rooms.flatMap((r) =>
			r.fixtures.map((f): Hit => ({
				kind: 'fixture',
				id: f.id,
				name: f.name || inWords(f.kind),
				about: `${inWords(f.kind)}, ${r.name}`
			}))
		),
		...job.panels.map((p): Hit => ({ kind: 'panel', id: p.id, name: p.name, about: 'panel' }))
	];
	const first = words[0] ?? '';
	return all
		.filter((hit) => words.every((w) => `${hit.name} ${hit.about}`.toLowerCase().includes(w)))
		.sort((a, b) => Number(!a.name.toLowerCase().startsWith(first)) - Number(!b.name.toLowerCase().startsWith(first)));
}

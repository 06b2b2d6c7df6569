import { breakerName, breakerWritten, capital } from '$core/model/breaker-name';
import { sayPanel } from '$core/model/fact-words';
import type { Job } from '$core/model/job';
import { circuitOf, indexOf } from '$core/model/job-index';
import { inWords } from '$core/model/kinds';
import { formatLength } from '$core/units/length';
import type { Selection } from '$lib/store/selection';

/** What the slip is about, in a title and a line; null where it is no longer in the job. */
export function headOf(job: Job, { kind, id }: Selection): { title: string; sub: string } | null {
	const index = indexOf(job);
	switch (kind) {
		case 'box': {
			const box = index.boxes.get(id);
			if (!box) return null;
			const room = box.roomId ? index.rooms.get(box.roomId)?.name : 'no room yet';
			const up = box.heightIn === null ? '' : `, ${formatLength(box.heightIn)} up`;
			const circuit = circuitOf(job, id);
			return { title: box.name, sub: `${room}${up}, ${circuit ? breakerName(job, circuit) : 'circuit unknown'}, ${box.state}` };
		}
		case 'room': {
			const room = index.rooms.get(id);
			return room ? { title: room.name, sub: room.outline ? `${room.outline.length} walls` : 'not measured yet' } : null;
		}
		case 'circuit': {
			const circuit = index.circuits.get(id);
			return circuit ? { title: capital(breakerWritten(job, circuit)), sub: `circuit, ${circuit.state}` } : null;
		}
		case 'cable': {
			const cable = job.cables.find((l) => l.id === id);
			return cable
				? {
						title: `${index.boxes.get(cable.fromId ?? '')?.name ?? (cable.fromId === null ? 'Feed not known' : 'panel')} to ${index.boxes.get(cable.toId)?.name}`,
						sub: 'cable'
					}
				: null;
		}
		case 'fixture': {
			const found = index.fixtures.get(id);
			return found
				? { title: found.fixture.name || inWords(found.fixture.kind), sub: `${inWords(found.fixture.kind)}, ${found.room.name}` }
				: null;
		}
		case 'panel': {
			const panel = job.panels.find((p) => p.id === id);
			return panel ? { title: panel.name, sub: sayPanel(panel) } : null;
		}
	}
}

import { gives, type Against } from '../model/protections';
import type { RuledJob } from '../code/ruled-job';
import { indexOf } from '../model/job-index';
import { latestReadings, type LatestReadings } from '../model/latest-readings';
import { ifKnown, type Box, type Device, type Reading } from '../model/known';
import type { ReadingKind } from '../model/kinds';
import { needOf } from '../protection/need-of';
import type { Source } from '../protection/reach';
import { standingOf } from '../protection/standing';
import { groundOf } from '../run/ground-at';
import { guardMissing, type GuardSeen, type Missing } from './missing';

/** Its own button, of what protects against this; one button of a dual-function device tests both. */
const BUTTONS: Readonly<Record<Against, ReadingKind>> = { gfci: 'gfci-own', afci: 'afci-own' };

/**
 * The protections that an outlet must have before it is good, each with what was seen of it: one that its own face has, that new
 * work requires, or that three slots without a ground stand on. What an old outlet hangs behind is not asked for.
 */
export function guardsOf(
	{ edition, job }: RuledJob,
	box: Box,
	{ readings, latest }: { readings: readonly Reading[]; latest: readonly LatestReadings[] }
): (GuardSeen | null)[] {
	const device = box.devices.find((d) => d.receptacles > 0);
	if (!device) return [];
	const circuit = indexOf(job).circuitsOfBox.get(box.id)?.[0];
	const at = { box, device, circuit };
	const standing = standingOf({ edition, job }, at, readings);
	const room = box.roomId === null ? undefined : indexOf(job).rooms.get(box.roomId);
	const need = device.state === 'found' || !room ? null : ifKnown(() => needOf({ edition, job }, { ...at, room }, { readings }));
	const noGround = device.slots === 'grounding' && standing.ground.state === 'none';
	const needs: Record<Against, boolean> = {
		gfci: gives(device.protection, 'gfci') || need?.gfci.required === true || noGround,
		afci: gives(device.protection, 'afci') || need?.afci.required === true
	};
	const sources: Record<Against, Source | null> = { gfci: standing.gfci, afci: standing.afci };
	return (['gfci', 'afci'] as const).flatMap((against) => {
		if (!needs[against]) return [];
		const source = sources[against];
		return [source && seenOf(source, against, { box, latest, installed: installedOn(job, source) })];
	});
}

/** What is missing until every protection that an outlet must have is proven there; none: it is, or none is required. */
export function guardsMissing(ruled: RuledJob, box: Box, readings: readonly Reading[]): Missing[] {
	const latest = [latestReadings(readings), latestReadings(readings, 'lower')];
	const proven = groundOf(ruled.job, box, readings).state === 'proven';
	return guardsOf(ruled, box, { readings, latest }).flatMap((g): Missing[] => (g ? guardMissing(g, proven) : ['protection']));
}
/** What protects its receptacle stands elsewhere: that it goes dead by that is seen at the outlet. */
export function isBehind({ edition, job }: RuledJob, box: { id: string }): boolean {
	const { boxes, circuitsOfBox } = indexOf(job);
	const here = boxes.get(box.id);
	const device = here?.devices.find((d) => d.receptacles > 0);
	if (!here || !device) return false;
	const { gfci, afci } = standingOf({ edition, job }, { box: here, device, circuit: circuitsOfBox.get(box.id)?.[0] }, []);
	return [gfci, afci].some((s) => s !== null && s.id !== box.id);
}

function installedOn(job: RuledJob['job'], { kind, id, deviceId }: Source): string | null {
	if (kind === 'breaker') return indexOf(job).circuits.get(id)?.installed ?? null;
	const devices: readonly Device[] = indexOf(job).boxes.get(id)?.devices ?? [];
	return devices.find((d) => d.id === deviceId)?.installed ?? null;
}
function seenOf(
	source: Source,
	against: Against,
	{ box, latest, installed }: { box: Box; latest: readonly LatestReadings[]; installed: string | null }
): GuardSeen {
	const word = (placeId: string, kind: ReadingKind): string[] =>
		latest.flatMap((of) => {
			const r = of.get(placeId)?.get(kind);
			// A button that was pressed before it was put in was another one's.
			return r?.word && (installed === null || r.at.slice(0, 10) >= installed) ? [r.word] : [];
		});
	// A dual-function device has one button for both.
	const kinds = source.dual ? Object.values(BUTTONS) : [BUTTONS[against]];
	const pressed = kinds.flatMap((kind) => word(source.id, kind));
	return {
		at: source.kind === 'breaker' ? 'breaker' : source.id === box.id ? 'here' : 'upstream',
		own: pressed.length > 0 && pressed.every((w) => w === 'trips'),
		dead: word(box.id, 'behind').includes('dead'),
		byTester: against === 'gfci' && word(box.id, 'gfci-tester').includes('trips')
	};
}

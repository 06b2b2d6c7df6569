import type { Source } from '../protection/reach';
import { cantTell, standingOf } from '../protection/standing';
import { needOf } from '../protection/need-of';
import { gives, type Against } from '../model/protections';
import { latestReadings } from '../model/latest-readings';
import { knownBefore } from '../model/written';
import { indexOf } from '../model/job-index';
import { ifKnown, type Device, type Job, type Reading } from '../model/known';
import type { ReadingKind } from '../model/kinds';
import { goodWord } from '../model/reading';
import { hasGround } from '../run/ground-at';
import { labelsId } from '../model/checks';
import { no, notRequired, unknown, yes, type Claim } from './claim';
import type { Missing } from './missing';
import { idsOf, type OutletCase } from './outlet-case';

/** Its own button, of what protects against this; one button of a dual-function device tests both. */
const BUTTONS: Readonly<Record<Against, ReadingKind>> = { gfci: 'gfci-own', afci: 'afci-own' };
const IS_IT = { gfci: 'GFCI', afci: 'AFCI' } as const;

/**
 * The protection that an outlet must have: one that its own face has, that new work requires, that three slots without a ground
 * stand on, or that is printed on its label. What an old outlet hangs behind is not asked for.
 */
function isRequired({ ruled, seen, box, device, circuit, standing }: OutletCase, against: Against): boolean {
	if (gives(device.protection, against)) return true;
	const without = standing.ground.state === 'none' || (device.state !== 'found' && !hasGround(standing.ground));
	const noGround = device.receptacles > 0 && device.slots === 'grounding' && without;
	if (against === 'gfci' && (noGround || isLabeled(ruled.job, box.id, ruled.edition.replacing.through))) return true;
	const room = box.roomId === null ? undefined : indexOf(ruled.job).rooms.get(box.roomId);
	if (device.state === 'found' || !room) return false;
	return ifKnown(() => needOf(ruled, { box, device, circuit, room }, { readings: seen.readings }))?.[against].required === true;
}
/** A label with these words was said to be on its face. */
const isLabeled = ({ checks }: Job, boxId: string, words: string): boolean =>
	checks.some((c) => c.id === labelsId(boxId) && c.seen === 'done' && c.note.includes(words));

/** By its button since it was put in, and this outlet seen dead by it; a tester's button counts where the ground is proven. */
export function guard(c: OutletCase, against: Against, grounded: Claim): Claim {
	if (!isRequired(c, against)) return notRequired(`no ${IS_IT[against]} is required here, or printed`);
	const source = c.standing[against];
	if (!source) {
		if (!cantTell(c.standing)) return unknown(['protection']);
		return unknown([c.circuit ? 'run' : 'circuit', 'protection'], `what protects it is not known`);
	}
	const own = pressed(c, source, against);
	const behind = since(c, source, c.read.behind?.reading);
	const fails = own.find((r) => r.word !== goodWord('gfci-own')) ?? (behind?.word === 'live' ? behind : undefined);
	if (fails) return no(failsBy(fails), [fails.id]);
	const [press] = own;
	const here = source.kind === 'device' && source.id === c.box.id;
	const tester = against === 'gfci' ? since(c, source, c.read['gfci-tester']?.reading) : undefined;
	if (press && (here || behind?.word === 'dead'))
		return yes(here ? 'by its own button' : `by the button of ${source.name}, and dead by it`, [
			press.id,
			...(here || !behind ? [] : [behind.id])
		]);
	if (tester?.word === 'trips' && grounded.is === 'yes' && c.read['gfci-tester'])
		return yes("by a tester's button, on a ground that was read", [...idsOf(c.read['gfci-tester']), ...grounded.from]);
	const button: Missing = here ? 'own-button' : source.kind === 'breaker' ? 'breaker-button' : 'upstream-test';
	const missing = [...(press ? [] : [button]), ...(here || behind?.word === 'dead' ? [] : (['outlet-dead-by-it'] as const))];
	const [first = button, ...more] = missing;
	return unknown([first, ...more]);
}
const failsBy = ({ kind, word }: Reading): string =>
	kind === 'behind'
		? 'stays live with its protection tripped'
		: word === 'no-reset'
			? 'its button: does not reset'
			: word === 'still-live'
				? 'its button: trips, and stays live'
				: 'its button: does not trip';

/** Presses of what protects it since it was put in, the newest of each button and half. */
function pressed({ ruled, seen }: Pick<OutletCase, 'ruled' | 'seen'>, source: Source, against: Against): Reading[] {
	const kinds = source.dual ? Object.values(BUTTONS) : [BUTTONS[against]];
	return [latestReadings(seen.readings), latestReadings(seen.readings, 'lower')].flatMap((latest) =>
		kinds.flatMap((kind) => {
			const r = latest.get(source.id)?.get(kind);
			return r?.word && isSincePutIn(ruled.job, source, r) ? [r] : [];
		})
	);
}
const since = ({ ruled: { job } }: OutletCase, source: Source, r: Reading | undefined): Reading | undefined =>
	r && isSincePutIn(job, source, r) ? r : undefined;
/** A button that was pressed before it was put in was another one's; what is only planned has none. */
function isSincePutIn(job: Job, source: Source, reading: Reading): boolean {
	const device = sourceDevice(job, source);
	const circuit = source.kind === 'breaker' ? indexOf(job).circuits.get(source.id) : undefined;
	if (device?.state === 'planned' || circuit?.plannedBreaker) return false;
	const put = (job.works ?? [])
		.flatMap((w) => w.parts)
		.filter((p) => (source.kind === 'breaker' ? p.kind === 'breaker' && p.at === source.id : p.deviceId === source.deviceId))
		.flatMap((p) => p.put ?? [])
		.at(-1);
	if (put) return knownBefore(put, reading);
	const installed = device ? device.installed : (circuit?.installed ?? null);
	return installed === null || reading.at.slice(0, 10) >= installed;
}
const sourceDevice = (job: Job, { kind, id, deviceId }: Source): Device | undefined =>
	kind === 'breaker'
		? undefined
		: indexOf(job)
				.boxes.get(id)
				?.devices.find((d) => d.id === deviceId);

/** The same of a breaker by itself: its own button since it was put in. */
export function breakerGuard(c: Pick<OutletCase, 'ruled' | 'seen'>, circuitId: string, against: Against): Claim {
	const circuit = indexOf(c.ruled.job).circuits.get(circuitId);
	if (!circuit || !gives(circuit.breaker, against)) return notRequired(`it is no ${IS_IT[against]} breaker`);
	const source: Source = { kind: 'breaker', id: circuitId, name: '', dual: circuit.breaker === 'dual' };
	const presses = pressed(c, source, against);
	const fails = presses.find((r) => r.word !== goodWord('gfci-own'));
	if (fails) return no(failsBy(fails), [fails.id]);
	const [press] = presses;
	return press ? yes('by its own button', [press.id]) : unknown(['breaker-button']);
}
/** What protects its receptacle stands elsewhere: that it goes dead by that is seen at the outlet. */
export function isBehind({ edition, job }: OutletCase['ruled'], box: { id: string }): boolean {
	const { boxes, circuitsOfBox } = indexOf(job);
	const here = boxes.get(box.id);
	const device = here?.devices.find((d) => d.receptacles > 0);
	if (!here || !device) return false;
	const { gfci, afci } = standingOf({ edition, job }, { box: here, device, circuit: circuitsOfBox.get(box.id)?.[0] }, []);
	return [gfci, afci].some((s) => s !== null && s.id !== box.id);
}

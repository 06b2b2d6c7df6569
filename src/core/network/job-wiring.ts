import { gives } from '../model/protections';
import type { Role } from '../faults/rows';
import type { Edition } from '../code/shape/edition';
import { inRaceway } from '../model/cable-kinds';
import { bringsGround } from '../run/ground-at';
import { feedOf, panelOf, type Box, type Circuit, type Device, type Job, type Cable, type Panel } from '../model/known';
import { indexOf } from '../model/job-index';
import { isOneHot } from '../run/one-hot';
import { runOf } from '../run/runs';
import { isService, legOfSpace } from '../run/spaces';
import { straysOf, wireOhms } from './run-wiring';
import { soundOf, type SoundFigures } from './sound';
import {
	TOUCH_OHMS,
	type Breaker,
	type WiredCable,
	type Outlet,
	type ServiceLeg,
	type SwitchPoint,
	type Watcher,
	type Wire,
	type Wiring
} from './wiring';

/** The panel's electrode to earth, ohm: what is left of the neutral when the service's own is lost. */
const ELECTRODE_OHMS = 25;
/** A leg that is not measured yet is taken for this long where the whole house is simulated, ft. */
const GUESS_FT = 20;

interface JobWiring {
	wiring: Wiring;
	/** Legs whose length was taken. */
	guessed: string[];
}

/** The circuits that must be solved together with these: a shared neutral has two. */
function withMates(job: Job, circuits: readonly Circuit[]): Circuit[] {
	const { circuits: byId } = indexOf(job);
	const all = new Set(circuits);
	for (const c of circuits) {
		const mate = c.multiwire && byId.get(c.multiwire.withId);
		if (mate) all.add(mate);
	}
	return [...all];
}

/** The wires of some circuits of a job, from the service on. */
export function jobWiring(edition: Edition, job: Job, circuits: readonly Circuit[]): JobWiring {
	return new JobWires(edition, job, withMates(job, circuits)).made();
}

class JobWires {
	private readonly guessed: string[] = [];
	private readonly cables: WiredCable[] = [];
	private readonly outlets: Outlet[] = [];
	private readonly watchers: Watcher[] = [];
	private readonly switches: SwitchPoint[] = [];
	private readonly joints: Wiring['joints'] = [];
	private readonly sound: SoundFigures;
	private readonly index: ReturnType<typeof indexOf>;
	/** The cable of a leg, so that a second hot can be put into it. */
	private readonly cableOf = new Map<string, WiredCable>();

	constructor(
		private readonly edition: Edition,
		private readonly job: Job,
		private readonly circuits: readonly Circuit[]
	) {
		this.sound = soundOf(job);
		this.index = indexOf(job);
	}

	made(): JobWiring {
		const { job } = this;
		const service = job.panels.find((p) => isService(job, p)) ?? job.panels[0];
		const bar = service?.id ?? 'panel';
		this.feeders(new Set(this.circuits.map(panelOf)), bar);
		// What shares another's cable comes after it.
		const order = [...this.circuits].sort((a, b) => Number(this.rides(a)) - Number(this.rides(b)));
		for (const circuit of order) this.circuit(circuit);
		const wiring: Wiring = {
			supply: {
				volts: job.practice.supplyVolts,
				ohmsPerLeg: this.sound.sourceOhms,
				neutralOhms: this.sound.serviceNeutralOhms,
				bars: { a: `${bar}:a`, b: `${bar}:b`, neutral: `${bar}:n`, ground: `${bar}:g` },
				electrodeOhms: ELECTRODE_OHMS
			},
			breakers: order.map((c) => this.breaker(c)),
			cables: this.cables,
			outlets: this.outlets,
			watchers: this.watchers,
			switches: this.switches,
			joints: this.joints
		};
		return { wiring, guessed: this.guessed };
	}
	private readonly rides = (c: Circuit): boolean => (this.index.cablesOfCircuit.get(c.id) ?? []).some((l) => l.inCableOf);

	/** Panels that these hang on, down to the service. */
	private feeders(wanted: Set<string>, bar: string): void {
		const { job } = this;
		const need: Panel[] = [];
		for (let id of wanted) {
			for (let n = 0; n <= job.panels.length; n++) {
				const panel = job.panels.find((p) => p.id === id);
				if (!panel?.feeder || need.includes(panel)) break;
				need.unshift(panel);
				id = panel.feeder.fromPanelId;
			}
		}
		// A panel of which nobody said what feeds it is taken to stand on the service's own bars.
		for (const panel of job.panels) {
			if (panel.feeder || panel.id === bar || !wanted.has(panel.id)) continue;
			for (const p of ['a', 'b', 'n', 'g']) this.joints.push({ a: `${bar}:${p}`, b: `${panel.id}:${p}`, ohms: TOUCH_OHMS });
		}
		for (const panel of need) {
			const f = panel.feeder;
			if (!f) continue;
			const lengthFt = f.lengthFt ?? this.guess(panel.id);
			const roles: Role[] = [
				'hot',
				'hot',
				...(f.conductors >= 3 ? (['neutral'] as const) : []),
				...(f.ground ? (['ground'] as const) : [])
			];
			const points = ['a', 'b', ...(f.conductors >= 3 ? ['n'] : []), ...(f.ground ? ['g'] : [])];
			const ohms = wireOhms(
				this.edition,
				{ awg: f.awg, metal: f.metal, lengthFt },
				{ conductorC: this.sound.conductorC, terminationOhms: this.sound.terminationOhms }
			);
			this.cables.push({
				at: panel.id,
				circuitId: `feeder ${panel.id}`,
				wires: roles.map((role, i) => ({
					role,
					leg: points[i] === 'a' || points[i] === 'b' ? (points[i] as ServiceLeg) : undefined,
					from: `${f.fromPanelId}:${points[i]}`,
					to: `${panel.id}:${points[i]}`,
					ohms
				})),
				strays: straysOf(roles, lengthFt)
			});
			if (panel.bonded) this.joints.push({ a: `${panel.id}:n`, b: `${panel.id}:g`, ohms: this.sound.terminationOhms });
		}
	}
	private guess(id: string): number {
		this.guessed.push(id);
		return GUESS_FT;
	}

	/** Service legs of a circuit's hots, by its slot; without one the first. */
	private readonly legs = (c: Circuit): ServiceLeg[] => {
		const first = c.space === null || legOfSpace(c.space) === 'A' ? 'a' : 'b';
		if (c.poles === 2) return [first, first === 'a' ? 'b' : 'a'];
		// Two without a slot that share a neutral: taken as they ought to be.
		if (c.space === null && c.multiwire && this.rides(c)) return ['b'];
		return [first];
	};
	private breaker(c: Circuit): Breaker {
		return {
			circuitId: c.id,
			amps: c.breakerA,
			poles: this.legs(c).map((leg, i) => ({
				leg,
				bar: `${panelOf(c)}:${leg}`,
				point: `${panelOf(c)}:${c.id}.h${i ? '2' : ''}`
			})),
			watches: gives(c.breaker, 'gfci'),
			...(c.multiwire?.opens === 'two-pole' ? { opensWith: c.multiwire.withId } : {})
		};
	}

	/** The leg in whose cable this one's hot lies: neutral and ground are that one's. */
	private owner(cable: Cable): Cable {
		return (cable.inCableOf && this.job.cables.find((l) => l.id === cable.inCableOf)) || cable;
	}
	private neutral(circuit: Circuit, placeId: string): string {
		if (placeId === circuit.panelId) return `${placeId}:n`;
		const cable = runOf(this.job, circuit).byBox.get(placeId)?.cable;
		return `${placeId}:${cable ? this.owner(cable).circuitId : circuit.id}.n`;
	}
	private readonly ground = (circuit: Circuit, placeId: string): string => `${placeId}:g`;
	/** Of the device through which the run goes on: its LOAD. */
	private onward(circuit: Circuit, placeId: string, point: string): string {
		const through = this.index.boxes.get(placeId)?.devices.find((d) => protects(d) && d.feedsLoad);
		return through && placeId !== circuit.panelId ? `${point}#load` : point;
	}

	private circuit(circuit: Circuit): void {
		const run = runOf(this.job, circuit);
		const legs = this.legs(circuit);
		for (const { boxId, cable } of run.nodes) {
			const fromId = feedOf(cable);
			const lengthFt = cable.lengthFt ?? this.guess(cable.id);
			const { conductorC, terminationOhms } = this.sound;
			const ohms = wireOhms(this.edition, { ...cable, lengthFt }, { conductorC, terminationOhms });
			// Conductors in a raceway have a ground of their own size, sheathed piece the one it is made with.
			const ground = inRaceway(cable.kind)
				? { awg: cable.awg, metal: cable.metal }
				: { awg: this.edition.grounding.asMade.nm[cable.awg] ?? cable.awg, metal: 'Cu' as const };
			const groundOhms = wireOhms(this.edition, { ...ground, lengthFt }, { conductorC, terminationOhms });
			const hot = (i: number): Wire => ({
				role: 'hot',
				leg: legs[i],
				circuitId: circuit.id,
				from: this.onward(circuit, fromId, `${fromId}:${circuit.id}.h${i ? '2' : ''}`),
				to: `${boxId}:${circuit.id}.h${i ? '2' : ''}`,
				ohms
			});
			const one = circuit.poles === 1 || isOneHot(this.job, circuit, cable);
			const hots = one ? [hot(0)] : [hot(0), hot(1)];
			const shared = cable.inCableOf ? this.cableOf.get(cable.inCableOf) : undefined;
			if (shared) {
				this.ride(shared, hots, lengthFt);
			} else {
				const neutral: Wire[] =
					one || cable.conductors >= 3
						? [
								{
									role: 'neutral',
									from: this.onward(circuit, fromId, this.neutral(circuit, fromId)),
									to: this.neutral(circuit, boxId),
									ohms
								}
							]
						: [];
				const grounds: Wire[] = bringsGround(cable)
					? [{ role: 'ground', from: this.ground(circuit, fromId), to: this.ground(circuit, boxId), ohms: groundOhms }]
					: [];
				const wires = [...hots, ...neutral, ...grounds];
				const piece: WiredCable = {
					at: boxId,
					circuitId: circuit.id,
					wires,
					strays: straysOf(
						wires.map((w) => w.role),
						lengthFt
					)
				};
				this.cables.push(piece);
				this.cableOf.set(cable.id, piece);
			}
			const box = this.index.boxes.get(boxId);
			if (box) this.box(circuit, box, cable);
		}
	}
	/** The hot of a second circuit in the same cable. */
	private ride(cable: WiredCable, hots: readonly Wire[], lengthFt: number): void {
		const after = cable.wires.findIndex((w) => w.role !== 'hot');
		cable.wires.splice(after < 0 ? cable.wires.length : after, 0, ...hots);
		cable.strays = straysOf(
			cable.wires.map((w) => w.role),
			lengthFt
		);
	}

	private box(circuit: Circuit, box: Box, cable: Cable): void {
		// A hot that only passes, in the cable of the other one, feeds nothing here.
		const passes =
			cable.inCableOf && runOf(this.job, circuit).byBox.get(box.id)?.children.length && !box.devices.some((d) => d.yoke);
		if (passes) return;
		const hot = `${box.id}:${circuit.id}.h`;
		const one = circuit.poles === 1 || isOneHot(this.job, circuit, cable);
		const second = one ? null : `${hot}2`;
		const neutral = one || cable.conductors >= 3 ? this.neutral(circuit, box.id) : null;
		const ground = this.ground(circuit, box.id);
		const guard = box.devices.find(protects);
		if (guard && neutral) this.watchers.push({ at: box.id, circuitId: circuit.id, hot, neutral, ground });
		const face = (d: Device, point: string) => (d === guard || guard?.feedsLoad ? `${point}#load` : point);
		for (const d of box.devices) {
			// A device of a box on two circuits is a load once; a split yoke has a half on each.
			const split = d.yoke === 'split' && d.receptacles === 2;
			if (d.kind === 'switch' || (!split && this.outlets.some((o) => o.id === d.id))) continue;
			const base = { at: box.id, circuitId: circuit.id, ground: d.slots === 'two-slot' && d.receptacles ? null : ground };
			if (d.volts === 240 && second) {
				this.outlets.push({ ...base, id: d.id, hot, neutral: second, third: neutral, watts: d.watts, ratedVolts: 240 });
				continue;
			}
			if (!neutral) continue;
			const own = { ...base, hot: face(d, hot), neutral: face(d, neutral), watts: d.watts, ratedVolts: 120 };
			if (d.receptacles !== 2 || (d.switched !== 'half' && !d.yoke)) this.outlets.push({ ...own, id: d.id });
			else this.halves(d, own, second);
		}
	}
	/** A split yoke: fed by two hots, or the lower half through a switch. */
	private halves(d: Device, own: Omit<Outlet, 'id'>, second: string | null): void {
		const upper = { ...own, id: d.id, half: 'upper' as const };
		const lower = { ...own, id: `${d.id}/lower`, half: 'lower' as const, watts: 0 };
		if (d.yoke === 'dual-voltage') {
			this.outlets.push(upper);
			if (second) this.outlets.push({ ...lower, neutral: second, third: own.neutral, ratedVolts: 240 });
			return;
		}
		if (d.yoke === 'split') {
			if (second) this.outlets.push(upper, { ...lower, hot: second });
			// On a pair the other circuit brings the other half.
			else this.outlets.push(this.outlets.some((o) => o.id === d.id) ? lower : upper);
			return;
		}
		const switched = `${own.hot}~switched`;
		this.switches.push({ id: d.id, from: own.hot, to: switched });
		this.outlets.push(upper, { ...lower, hot: switched });
	}
}
const protects = (d: Device): boolean => gives(d.protection, 'gfci');

/** The outlet of a box that a reading is of. */
export function outletAt(wiring: Wiring, boxId: string, half?: 'upper' | 'lower'): Outlet | undefined {
	const here = wiring.outlets.filter((o) => o.at === boxId);
	return (half && here.find((o) => o.half === half)) || here[0];
}

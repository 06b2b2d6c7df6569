import type { Role } from '../faults/rows';

/**
 * A circuit, or several, as wires between named points: what the network is built from. A point is a splice or a bar:
 * `b1:h`, `main:n`. Everything downstream of a protecting device's LOAD is named with `#load` behind it.
 */
export type ServiceLeg = 'a' | 'b';
export interface Wire {
	role: Role;
	/** Of a hot: on which service leg it is meant to be. */
	leg?: ServiceLeg | undefined;
	/** Where it is not its cable's: the other hot of a shared neutral. */
	circuitId?: string | undefined;
	from: string;
	to: string;
	/** From splice to splice, with both terminations, ohm. */
	ohms: number;
}
/** One cable between two places; a fault on it names the place that it feeds. */
export interface WiredCable {
	at: string;
	circuitId: string;
	wires: Wire[];
	/** Between two of its wires, by their number, farad over its whole length. */
	strays: { one: number; other: number; farad: number }[];
}
/** Where something is plugged or wired in: the contacts of one half of a receptacle, or of a fixed load. */
export interface Outlet {
	id: string;
	at: string;
	circuitId: string;
	hot: string;
	/** The contact that stands for neutral; between two hots the second of them. */
	neutral: string | null;
	ground: string | null;
	/** The neutral of a receptacle between two hots. */
	third?: string | null | undefined;
	/** Of a resistance at `ratedVolts`. */
	watts: number;
	ratedVolts: number;
	/** The other half of the same yoke, when there is one. */
	half?: 'upper' | 'lower' | undefined;
}
/** A device that opens hot and neutral of its face, and of what hangs on its LOAD, at a difference between their currents. */
export interface Watcher {
	at: string;
	circuitId: string;
	/** The points on its line side. */
	hot: string;
	neutral: string;
	ground: string | null;
}
export interface Breaker {
	circuitId: string;
	amps: number;
	/** Each of its hots: the bar that it hangs on, and the point it feeds. */
	poles: { leg: ServiceLeg; bar: string; point: string }[];
	/** It watches the difference of its currents, as a GFCI does. */
	watches: boolean;
	/** The other circuit of a pair that one two-pole breaker opens: it sums both hots and their neutral. */
	opensWith?: string | undefined;
}
/** A switch that joins two points when it is on. */
export interface SwitchPoint {
	id: string;
	from: string;
	to: string;
}
export interface Supply {
	/** Hot to neutral, V. */
	volts: number;
	/** Of the transformer and the drop, per leg and in the neutral, ohm; 0: none. */
	ohmsPerLeg: number;
	neutralOhms: number;
	/** Bars of the panel that it feeds. */
	bars: { a: string; b: string | null; neutral: string; ground: string };
	/** The panel's own electrode to earth, ohm; null: neutral and ground stand at earth themselves. */
	electrodeOhms: number | null;
}
export interface Wiring {
	supply: Supply;
	breakers: Breaker[];
	cables: WiredCable[];
	outlets: Outlet[];
	watchers: Watcher[];
	switches: SwitchPoint[];
	/** Joints that the job itself knows of, besides its cables: a neutral bar bonded to ground in a subpanel. */
	joints: { a: string; b: string; ohms: number }[];
}
/** A bolted touch of two metals, ohm. */
export const TOUCH_OHMS = 0.001;

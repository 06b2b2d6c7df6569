import { loadKey, type MakeDevice, type MakeUpCase, type Net, type NetKey } from './case';

/** What each terminal of a device is to be connected to, by what the device is. */
export interface Want {
	device: string;
	terminal: string;
	net: Net;
	key: NetKey;
	/** A lead: joined by a connector, never landed on. */
	lead: boolean;
	/** The other screw of its side, where the tab between them is in. */
	second?: string | undefined;
}
export type Tabs = { hot: 'in' | 'out'; neutral: 'in' | 'out' };

/** A receptacle with LINE and LOAD: GFCI, AFCI or both. */
export const protects = (d: MakeDevice): boolean => d.kind === 'receptacle' && (d.protection ?? 'none') !== 'none';

/** The nets that a device takes of those that come into the box. */
export function netsFor(c: MakeUpCase, d: MakeDevice): { hot: Net; neutral: Net; switched: Net } {
	const has = (net: Net) => c.cables.some((cable) => cable.conductors.some((w) => w.net === net));
	const first = (a: Net, b: Net): Net => (has(a) || !has(b) ? a : b);
	// Of several switches each has a switched conductor of its own, in their order.
	const switches = c.devices.filter((x) => x.kind === 'switch' || x.kind === 'combination');
	const nth = switches.findIndex((x) => x.id === d.id);
	return {
		hot: d.takes?.hot ?? first('hot', 'hot-b'),
		neutral: d.takes?.neutral ?? first('neutral', 'neutral-b'),
		switched: d.takes?.switched ?? (nth > 0 && has('switched-b') ? 'switched-b' : 'switched')
	};
}
/** Two hots and one neutral between them: it may not go through a device. @source 300.13(B) */
export function sharesNeutral(c: MakeUpCase): boolean {
	const nets = new Set(c.cables.flatMap((cable) => cable.conductors.map((w) => w.net)));
	return nets.has('hot') && nets.has('hot-b') && nets.has('neutral') && !nets.has('neutral-b');
}

/**
 * Tabs of a duplex: out on the hot side where its halves have different hots, on the neutral side only for two neutrals.
 * @returns null of a device that has none
 */
export function tabsOf(c: MakeUpCase, d: MakeDevice): Tabs | null {
	if (d.kind !== 'receptacle' || protects(d)) return null;
	switch (d.halves ?? 'together') {
		case 'together':
			return { hot: 'in', neutral: 'in' };
		case 'half-switched':
			return { hot: 'out', neutral: 'in' };
		case 'two-circuits':
			return { hot: 'out', neutral: twoNeutrals(c) ? 'out' : 'in' };
		default:
			return null;
	}
}
const twoNeutrals = (c: MakeUpCase): boolean =>
	c.cables.some((cable) => cable.conductors.some((w) => w.net === 'neutral-b')) &&
	c.cables.some((cable) => cable.conductors.some((w) => w.net === 'neutral'));

/** What every terminal of a device is to be connected to. @source facts on making up a box, rules 4 to 11 */
export function wantsOf(c: MakeUpCase, d: MakeDevice): Want[] {
	const { behind } = d;
	const wants = ownWants(c, d);
	// What stands behind another device of the box takes its hot and neutral from the LOAD of that.
	return behind === undefined ? wants : wants.map((w) => (PROTECTED.includes(w.net) ? { ...w, key: loadKey(w.net, behind) } : w));
}
/** What a protecting device opens. */
export const PROTECTED: readonly Net[] = ['hot', 'hot-b', 'neutral', 'neutral-b'];
function ownWants(c: MakeUpCase, d: MakeDevice): Want[] {
	const lead = d.connection === 'leads' || d.kind === 'hard-wired';
	const want = (terminal: string, net: Net, second?: string): Want => ({
		device: d.id,
		terminal,
		net,
		key: net,
		lead,
		...(second && !lead ? { second } : {})
	});
	const { hot, neutral, switched } = netsFor(c, d);
	const ground = d.selfGrounding && c.box.material === 'metal' ? [] : [want('ground', 'ground')];
	switch (d.kind) {
		case 'hard-wired':
			return (d.leads ?? []).map((net) => want(`lead-${net}`, net));
		case 'switch':
			return [...switchWants(c, d, want), ...ground];
		case 'combination':
			return [want('a', hot), want('b', switched), want('neutral-lower', neutral), ...ground];
		default:
			return [...receptacleWants(c, d, want, { hot, neutral, switched }), ...ground];
	}
}
type Wanted = (terminal: string, net: Net, second?: string) => Want;

function receptacleWants(c: MakeUpCase, d: MakeDevice, want: Wanted, nets: ReturnType<typeof netsFor>): Want[] {
	const { hot, neutral, switched } = nets;
	if (protects(d)) {
		const load = (terminal: string, net: Net): Want => ({ ...want(terminal, net), key: loadKey(net, d.id) });
		return [
			want('line-hot', hot),
			want('line-neutral', neutral),
			...(d.load?.length || c.devices.some((x) => x.behind === d.id)
				? [load('load-hot', hot), load('load-neutral', neutral)]
				: [])
		];
	}
	switch (d.halves ?? 'together') {
		case 'together':
			return [want('hot-upper', hot, 'hot-lower'), want('neutral-upper', neutral, 'neutral-lower')];
		case 'half-switched': {
			const upperSwitched = d.switchedHalf === 'upper';
			return [
				want('hot-upper', upperSwitched ? switched : hot),
				want('hot-lower', upperSwitched ? hot : switched),
				want('neutral-upper', neutral, 'neutral-lower')
			];
		}
		case 'two-circuits':
			return twoNeutrals(c)
				? [
						want('hot-upper', 'hot'),
						want('hot-lower', 'hot-b'),
						want('neutral-upper', 'neutral'),
						want('neutral-lower', 'neutral-b')
					]
				: [want('hot-upper', 'hot'), want('hot-lower', 'hot-b'), want('neutral-upper', neutral)];
		case 'two-hot':
			return [want('hot-x', 'hot'), want('hot-y', 'hot-b')];
		default:
			return [want('hot-x', 'hot'), want('hot-y', 'hot-b'), want('neutral', neutral)];
	}
}

function switchWants(c: MakeUpCase, d: MakeDevice, want: Wanted): Want[] {
	const { hot, switched } = netsFor(c, d);
	switch (d.ways ?? 'single') {
		case 'single':
			return [want('a', hot), want('b', switched)];
		case 'three-way': {
			const [one, two] = travelersOf(c, d);
			return [want('common', commonOf(c, d, one)), want('traveler-1', one), want('traveler-2', two)];
		}
		default:
			return [want('in-1', 'traveler-1'), want('in-2', 'traveler-2'), want('out-1', 'traveler-3'), want('out-2', 'traveler-4')];
	}
}
/** Of two three-way switches in a box the second is of another set. */
function travelersOf(c: MakeUpCase, d: MakeDevice): readonly [Net, Net] {
	const nth = c.devices.filter((x) => x.kind === 'switch' && x.ways === 'three-way').findIndex((x) => x.id === d.id);
	const second = c.cables.some((cable) => cable.conductors.some((w) => w.net === 'traveler-3'));
	return nth > 0 && second ? ['traveler-3', 'traveler-4'] : ['traveler-1', 'traveler-2'];
}
/**
 * What the common of a three-way switch takes: the hot where power comes, the switched conductor where the light is. Where both
 * are here, the third conductor of the travelers' cable says it: what the other switch has, this one has not.
 */
function commonOf(c: MakeUpCase, d: MakeDevice, traveler: Net): Net {
	const { hot, switched } = netsFor(c, d);
	const has = (net: Net) => c.cables.some((cable) => cable.conductors.some((w) => w.net === net));
	if (!has(switched)) return hot;
	if (!has(hot)) return switched;
	const between = c.cables.find((cable) => cable.conductors.some((w) => w.net === traveler));
	return between?.conductors.some((w) => w.net === hot) ? switched : hot;
}

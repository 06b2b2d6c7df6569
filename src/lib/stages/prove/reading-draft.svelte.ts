import { gives } from '$core/model/protections';
import type { Box, Circuit, Device, Reading } from '$core/model/job';
import type { Protection, ReadingKind } from '$core/model/kinds';
import {
	fromTyped,
	isDeadOhm,
	READING_BOUNDS,
	READING_WORDS,
	readingFaults,
	type FigureKind,
	type WordKind
} from '$core/model/reading';

const TO_EARTH = ['he', 'ne'] as const;
const LIVE = ['hn', 'hg', 'ng', 'drop', 'ohm-hot', 'ohm-neutral', 'ohm-ground', ...TO_EARTH] as const;
const TWO_HOTS = ['hh', 'hn', 'h2n', 'hg', 'h2g', 'drop', 'ohm-hot', 'ohm-ground'] as const;
const PANEL = ['hh', 'hn', 'h2n', 'amps', 'amps2', 'amps-n'] as const;
const TO_NEUTRAL: readonly FigureKind[] = ['hn', 'h2n'];
const PAIRS = ['hn', 'hg', 'ng'] as const;
const TWO_HOT_PAIRS = ['hh', 'hn', 'h2n', 'hg', 'h2g'] as const;
const WARM = ['terminal-c', 'neighbor-c', 'ambient-c'] as const;
const BREAKER = ['hn', 'hg', 'across', 'amps', 'amps-n', ...WARM] as const;
const TWO_POLE = ['hh', 'hn', 'h2n', 'hg', 'h2g', 'across', 'amps', 'amps2', 'amps-n', ...WARM] as const;
const DEAD = ['dead-ohm-hn', 'dead-ohm-hg', 'dead-ohm-ground'] as const;
export const LAMPS = ['HN', 'HG', 'NG'] as const;
type Lamp = 'on' | 'dim' | 'off' | '';
type Lamps = [Lamp, Lamp, Lamp];

const isGuard = (box: Box): boolean => box.devices.some((d) => gives(d.protection, 'gfci'));
const isTwoHots = (box: Box): boolean => box.devices.some((d) => d.volts === 240);
/** A wall switch takes the power of some of it. */
export const isSwitched = (box: Box): boolean => box.devices.some((d) => d.receptacles > 0 && d.switched !== 'none');
/** Metal there that can be touched. */
const hasShell = (box: Box): boolean =>
	box.material === 'metal' || box.devices.some((d) => d.kind === 'hard-wired' || d.serves !== null);
export const takesPlug = (box: Box): boolean => box.devices.some((d) => d.receptacles > 0);
const isWired = (box: Box): boolean => box.devices.some((d) => d.kind === 'hard-wired');
function liveAt(box: Box, neutral: boolean): readonly FigureKind[] {
	if (takesPlug(box)) return isTwoHots(box) ? TWO_HOTS.filter((k) => neutral || !TO_NEUTRAL.includes(k)) : LIVE;
	const pairs = isTwoHots(box) ? TWO_HOT_PAIRS.filter((k) => neutral || !TO_NEUTRAL.includes(k)) : PAIRS;
	return isWired(box) ? [...pairs, ...(isTwoHots(box) ? (['amps', 'amps2'] as const) : (['amps'] as const))] : pairs;
}
/**
 * What is typed at a box, by what stands in it: a receptacle; terminals of what is hard-wired, with what it draws; conductors
 * of a box with no device yet. At a panel its bars; at a breaker its terminals.
 * @param neutral false: two hots come there without one
 */
export const figuresFor = (
	box: Box | null,
	{ dead, neutral = true }: { dead: boolean; neutral?: boolean },
	breaker?: Pick<Circuit, 'poles'>
): readonly FigureKind[] =>
	!box
		? breaker
			? breaker.poles === 2
				? TWO_POLE
				: BREAKER
			: PANEL
		: [
				...liveAt(box, neutral),
				// Reversed with a bootleg, a ground slot is live and reads 0 V to its own neutral.
				...(box.devices.some((d) => d.receptacles > 0 && d.slots === 'grounding') ? (['ge'] as const) : []),
				...(hasShell(box) ? (['shell'] as const) : []),
				...(takesPlug(box) ? (['terminal-c', 'ambient-c'] as const) : []),
				...(isGuard(box) ? (['gfci-ma', 'gfci-ms'] as const) : []),
				...(dead ? DEAD : [])
			];
/** What shows by itself that it works: a switch by what it switches, a light, a fan. */
const isSeenToWork = (d: Device): boolean => d.kind === 'switch' || d.kind === 'lighting' || d.name === 'fan';
/** @param behind what protects its receptacle stands elsewhere */
export const wordsFor = (
	box: Box | null,
	{ breaker, behind = false }: { breaker?: Pick<Circuit, 'breaker'> | undefined; behind?: boolean } = {}
): readonly WordKind[] =>
	!box
		? buttonsOf(breaker ? [breaker.breaker] : [])
		: [
				...(takesPlug(box) ? (['grip', 'bootleg', 'ground-look'] as const) : []),
				...buttonsOf(box.devices.map((d) => d.protection)),
				...(behind ? (['behind'] as const) : []),
				...(takesPlug(box) ? (['gfci-tester'] as const) : []),
				...(box.devices.some(isSeenToWork) ? (['works'] as const) : []),
				...(box.devices.some((d) => d.usb) ? (['usb'] as const) : []),
				...(hasShell(box) ? (['shell-sign'] as const) : [])
			];
/** The test buttons of what protects; a dual-function device has one for both. */
const buttonsOf = (kinds: readonly Protection[]): readonly WordKind[] => [
	...(kinds.some((k) => gives(k, 'gfci')) ? (['gfci-own'] as const) : []),
	...(kinds.includes('afci') ? (['afci-own'] as const) : [])
];

/** Decimals that a meter of this kind shows. */
export const placesOf = (kind: FigureKind): number =>
	kind.includes('ohm') ? 2 : kind === 'gfci-ms' || kind.endsWith('-c') ? 0 : 1;
const KINDS = Object.keys(READING_BOUNDS) as FigureKind[];
const empty = () => Object.fromEntries(KINDS.map((k) => [k, ''])) as Record<FigureKind, string>;
const VOLTS: readonly ReadingKind[] = ['hn', 'hg', 'ng', 'hh', 'h2n', 'h2g'];

/** What is being typed at one box: kept as typed until all of it is lawful. */
export class ReadingDraft {
	typed = $state(empty());
	words = $state<Partial<Record<WordKind, string>>>({});
	lamps = $state<Lamps>(['', '', '']);
	active = $state<FigureKind>('hn');
	loadA = $state('');
	loaded = $state(false);
	/** Everything on the circuit is unplugged. */
	unplugged = $state(false);
	/** The meter was proven on a known live source just before and after. */
	proven = $state(false);
	/** Of several receptacles in a box: which one is read. */
	deviceId = $state('');
	atMa = $state('6');
	half = $state<'upper' | 'lower'>('upper');
	switchAt = $state<'on' | 'off'>('on');
	/** Of several switches: the box of the one that was thrown. */
	switchBy = $state('');
	phase = $state<'' | 'before' | 'after'>('');
	note = $state('');
	/** The reading that is put right. */
	corrects = $state<string | null>(null);

	constructor(testLoadA: number) {
		this.loadA = String(testLoadA);
	}
	/** Taps a lamp on to its next state. */
	tap(i: number): void {
		const next: Record<Lamp, Lamp> = { '': 'on', on: 'off', off: 'dim', dim: '' };
		const lamps: Lamps = [...this.lamps];
		lamps[i] = next[lamps[i] ?? ''];
		this.lamps = lamps;
	}
	setLamps(pattern: string): void {
		const [a = '', b = '', c = ''] = pattern.split(' ') as Lamp[];
		this.lamps = [a, b, c];
	}
	say(kind: WordKind, word: string): void {
		this.words = { ...this.words, [kind]: this.words[kind] === word ? undefined : word };
	}
	press(key: string): void {
		const now = this.typed[this.active];
		if (key === 'clear') this.typed[this.active] = '';
		else if (key === 'back') this.typed[this.active] = now.slice(0, -1);
		else if (key === 'sign') this.typed[this.active] = now.startsWith('-') ? now.slice(1) : `-${now}`;
		else if (key === 'OL') this.typed[this.active] = 'OL';
		else if (key === '.' && now.includes('.')) return;
		else this.typed[this.active] = (now + key).slice(0, 8);
	}
	/** Everything typed as readings without their identity. */
	private readonly rows = $derived.by(() => {
		const load = Number(this.loadA);
		const loadA = Number.isFinite(load) && load > 0 ? load : null;
		const shared = {
			...(this.half === 'lower' ? { half: this.half } : {}),
			...(this.switchAt === 'off' ? { switchAt: this.switchAt, ...(this.switchBy ? { switchBy: this.switchBy } : {}) } : {}),
			...(this.phase ? { phase: this.phase } : {}),
			...(this.unplugged ? { unplugged: true } : {}),
			...(this.proven ? { proven: true } : {}),
			...(this.deviceId ? { deviceId: this.deviceId } : {}),
			...(this.corrects ? { corrects: this.corrects } : {})
		};
		const rows: (Pick<Reading, 'kind' | 'value' | 'lamps' | 'loadA'> & Partial<Reading>)[] = KINDS.filter(
			(k) => this.typed[k].trim() !== ''
		).map((kind) => ({
			...shared,
			kind,
			value: isDeadOhm(kind) && /^(ol|open)$/i.test(this.typed[kind].trim()) ? null : fromTyped(kind, Number(this.typed[kind])),
			lamps: null,
			loadA:
				kind === 'drop' || (this.loaded && (VOLTS.includes(kind) || kind === 'across' || kind === 'terminal-c')) ? loadA : null,
			...(kind === 'gfci-ms' && Number(this.atMa) > 0 ? { atMa: Number(this.atMa) } : {})
		}));
		if (this.lamps.some((l) => l !== ''))
			rows.push({ ...shared, kind: 'lamps', value: null, lamps: this.lamps.join(' '), loadA: null });
		for (const kind of Object.keys(READING_WORDS) as WordKind[]) {
			const word = this.words[kind];
			if (word) rows.push({ ...shared, kind, value: null, lamps: null, loadA: null, word });
		}
		return rows;
	});
	/** Faults by kind, as typed. */
	readonly faults = $derived(
		new Map<ReadingKind, string>(
			this.rows.flatMap((row) => {
				const fault = readingFaults(Number.isNaN(row.value) ? { ...row, value: -1 } : row)[0];
				const text = Number.isNaN(row.value) ? `must be a number, got "${this.typed[row.kind as FigureKind]}"` : fault?.message;
				return fault ? [[row.kind, text ?? ''] as const] : [];
			})
		)
	);
	readonly empty = $derived(this.rows.length === 0);
	readonly count = $derived(this.rows.length);

	readings(base: Omit<Reading, 'id' | 'kind' | 'value' | 'lamps' | 'loadA'>, newId: () => string): Reading[] {
		return this.rows.map((row) => ({ ...base, ...row, note: this.note.trim(), id: newId() }));
	}
	/** What is typed, as text, so that it outlives a reload; null: nothing is. */
	pack(): string | null {
		const { typed, words, lamps, loadA, loaded, unplugged, proven, deviceId, atMa, half, switchAt, switchBy, phase, note } = this;
		const all = { typed, words, lamps, loadA, loaded, unplugged, proven, deviceId, atMa, half, switchAt, switchBy, phase, note };
		return this.empty && !note ? null : JSON.stringify(all);
	}
	/** Takes up what was typed before a reload; a text that is none of ours changes nothing. */
	unpack(text: string | null): void {
		if (text === null) return;
		try {
			const { typed, ...rest } = JSON.parse(text) as Partial<ReadingDraft>;
			Object.assign(this, rest, { typed: { ...empty(), ...typed } });
		} catch {
			return;
		}
	}
	clear(): void {
		this.typed = empty();
		this.words = {};
		this.lamps = ['', '', ''];
		this.note = '';
		this.unplugged = false;
		this.proven = false;
		this.corrects = null;
	}
}

import type { Reading } from '$core/model/job';
import type { ReadingKind } from '$core/model/kinds';
import { readingFaults } from '$core/model/reading';

export const TYPED = ['hn', 'hg', 'ng', 'drop', 'ohm-hot', 'ohm-neutral', 'ohm-ground'] as const;
export type TypedKind = (typeof TYPED)[number];
export const LAMPS = ['HN', 'HG', 'NG'] as const;
/** Decimals that a meter of this kind shows. */
export const placesOf = (kind: TypedKind): number => (kind.startsWith('ohm') ? 2 : 1);
type Lamp = 'on' | 'dim' | 'off' | '';

/** What is being typed at one box: kept as typed until all of it is lawful. */
export class ReadingDraft {
	typed = $state<Record<TypedKind, string>>({
		hn: '',
		hg: '',
		ng: '',
		drop: '',
		'ohm-hot': '',
		'ohm-neutral': '',
		'ohm-ground': ''
	});
	lamps = $state<[Lamp, Lamp, Lamp]>(['', '', '']);
	active = $state<TypedKind>('hn');
	loadA = $state('');
	loaded = $state(false);

	constructor(testLoadA: number) {
		this.loadA = String(testLoadA);
	}

	tap(i: number): void {
		const next: Record<Lamp, Lamp> = { '': 'on', on: 'off', off: 'dim', dim: '' };
		const lamps: [Lamp, Lamp, Lamp] = [...this.lamps];
		lamps[i] = next[lamps[i] ?? ''];
		this.lamps = lamps;
	}
	press(key: string): void {
		const now = this.typed[this.active];
		if (key === 'clear') this.typed[this.active] = '';
		else if (key === '.' && now.includes('.')) return;
		else this.typed[this.active] = (now + key).slice(0, 8);
	}
	/** Everything typed as readings without their identity. */
	private readonly rows = $derived.by(() => {
		const load = Number(this.loadA);
		const loadA = Number.isFinite(load) && load > 0 ? load : null;
		const rows: Pick<Reading, 'kind' | 'value' | 'lamps' | 'loadA'>[] = TYPED.filter((k) => this.typed[k].trim() !== '').map(
			(kind) => ({
				kind,
				value: Number(this.typed[kind]),
				lamps: null,
				loadA: kind === 'drop' || (this.loaded && ['hn', 'hg', 'ng'].includes(kind)) ? loadA : null
			})
		);
		if (this.lamps.some((l) => l !== '')) rows.push({ kind: 'lamps', value: null, lamps: this.lamps.join(' '), loadA: null });
		return rows;
	});
	/** Faults by kind, as typed. */
	readonly faults = $derived(
		new Map<ReadingKind, string>(
			this.rows.flatMap((row) => {
				const fault = readingFaults(Number.isNaN(row.value) ? { ...row, value: null } : row)[0];
				return fault ? [[row.kind, fault.message] as const] : [];
			})
		)
	);
	readonly empty = $derived(this.rows.length === 0);
	readonly count = $derived(this.rows.length);

	readings(base: Omit<Reading, 'id' | 'kind' | 'value' | 'lamps' | 'loadA'>, newId: () => string): Reading[] {
		return this.rows.map((row) => ({ ...base, ...row, id: newId() }));
	}
	clear(): void {
		for (const kind of TYPED) this.typed[kind] = '';
		this.lamps = ['', '', ''];
	}
}

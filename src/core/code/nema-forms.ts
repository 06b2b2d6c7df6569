import type { NemaKey } from '../model/kinds';

/** A receptacle by its NEMA configuration: which conductors a form has, and what fits in it. */
export interface NemaForm {
	/** Highest volts between two of its contacts, as circuits of a dwelling have them. */
	volts: 120 | 240;
	amps: number;
	hots: 1 | 2;
	neutral: boolean;
	ground: boolean;
	/** Turned to lock. */
	locking: boolean;
	/** Plugs of smaller forms that fit too. */
	accepts: readonly NemaKey[];
	/** Has no ground of its own: only where it stands already. */
	onlyFound: boolean;
}
const row = (amps: number, of: Partial<NemaForm> & Pick<NemaForm, 'volts' | 'hots' | 'neutral'>): NemaForm => ({
	amps,
	ground: true,
	locking: false,
	accepts: [],
	onlyFound: false,
	...of
});
const V125 = { volts: 120, hots: 1, neutral: true } as const;
const V250 = { volts: 240, hots: 2, neutral: false } as const;
const BOTH = { volts: 240, hots: 2, neutral: true } as const;
const LOCKS = { locking: true } as const;
/** @source facts/circuits.md, "NEMA configurations to know"; the sheet of configurations that the trade's standard WD 6 has */
export const NEMA: Readonly<Record<NemaKey, NemaForm>> = {
	'5-15': row(15, V125),
	'5-20': row(20, { ...V125, accepts: ['5-15'] }),
	'6-15': row(15, V250),
	'6-20': row(20, { ...V250, accepts: ['6-15'] }),
	'6-30': row(30, V250),
	'6-50': row(50, V250),
	'14-30': row(30, BOTH),
	'14-50': row(50, BOTH),
	'L5-20': row(20, { ...V125, ...LOCKS }),
	'L5-30': row(30, { ...V125, ...LOCKS }),
	'L6-20': row(20, { ...V250, ...LOCKS }),
	'L6-30': row(30, { ...V250, ...LOCKS }),
	'L14-20': row(20, { ...BOTH, ...LOCKS }),
	'L14-30': row(30, { ...BOTH, ...LOCKS }),
	'10-30': row(30, { ...BOTH, ground: false, onlyFound: true }),
	'10-50': row(50, { ...BOTH, ground: false, onlyFound: true })
};

/** The form of a receptacle: as it was said, else an ordinary one of 120 V by its amps; null: nobody said. */
export function formOf(d: { form?: NemaKey | undefined; volts: number; amps: number; receptacles: number }): NemaKey | null {
	if (d.form) return d.form;
	if (d.receptacles === 0 || d.volts !== NEMA['5-15'].volts) return null;
	return (['5-15', '5-20'] as const).find((key) => NEMA[key].amps === d.amps) ?? null;
}
/** What a device of a form has with it. */
export const asForm = (form: NemaKey) => ({
	form,
	volts: NEMA[form].volts,
	amps: NEMA[form].amps,
	slots: NEMA[form].ground ? ('grounding' as const) : ('two-slot' as const)
});
/** What it needs of its box, in words. @example 'two hots, neutral and ground' */
export function needsOfForm({ hots, neutral, ground }: NemaForm): string {
	const all = [hots === 2 ? 'two hots' : 'a hot', neutral && 'a neutral', ground && 'a ground'].filter((w) => w !== false);
	return `${all.slice(0, -1).join(', ')} and ${all.at(-1)}`;
}

import type { MakeUp, MakeUpCase } from './case';
import { JUMPER } from './connectors';

/** What the make-up of one box takes: connectors by name, and pigtails. `by package`: the package says which. */
export interface Takes {
	connectors: { name: string; count: number }[];
	pigtails: number;
	/** Their gauge. */
	awg: string;
}
const BY_PACKAGE = 'by package';

/** Leads of a device are no pigtails, and a jumper takes no connector. */
export function takesOf(c: MakeUpCase, made: Pick<MakeUp, 'joins'>): Takes {
	const withLeads = new Set(c.devices.filter((d) => d.kind === 'hard-wired' || d.connection === 'leads').map((d) => d.id));
	const counts = new Map<string, number>();
	let pigtails = 0;
	for (const j of made.joins) {
		if (j.connector === JUMPER) {
			pigtails += 1;
			continue;
		}
		const name = j.connector ?? BY_PACKAGE;
		counts.set(name, (counts.get(name) ?? 0) + 1);
		pigtails += j.tails.filter((t) => 'box' in t || !withLeads.has(t.device)).length;
	}
	return {
		connectors: [...counts].map(([name, count]) => ({ name, count })),
		pigtails,
		awg: c.tailAwg ?? c.cables[0]?.awg ?? ''
	};
}

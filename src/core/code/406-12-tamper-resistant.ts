import type { Rule } from '../model/result';
import { atMost } from '../units/quantity';
import { cite } from './rule';
import type { Edition } from './shape/edition';
import type { OutletFacts } from './outlet';

/** Tamper-resistant type of a receptacle, with the exception that let it off. @source 406.12 */
export function tamperNeed(edition: Edition, outlet: OutletFacts): { required: boolean; rule: Rule; why: string } {
	const { tamper } = edition;
	const rule = cite(edition, tamper.rule);
	const except = (why: string) => ({ required: false, rule: cite(edition, tamper.except), why });
	if (outlet.what !== 'receptacle') return { required: false, rule, why: 'not a receptacle' };
	if (outlet.amps > tamper.maxAmps || outlet.volts > tamper.maxVolts)
		return { required: false, rule, why: `over ${tamper.maxAmps} A` };
	if (outlet.locking)
		return { required: false, rule, why: 'a locking receptacle: only straight ones are to be tamper-resistant' };
	if (outlet.heightIn !== undefined && !atMost(outlet.heightIn, tamper.maxHeightIn))
		return except(`more than ${tamper.maxHeightIn} in above the floor`);
	if (outlet.builtIn) return except('part of a luminaire or appliance');
	if (outlet.dedicatedSpace) return except('in a dedicated space behind an appliance not easily moved');
	if (outlet.replacement?.method === 'two-slot') return except('a non-grounding replacement');
	return { required: true, rule, why: 'a 15 or 20 A receptacle in a dwelling' };
}

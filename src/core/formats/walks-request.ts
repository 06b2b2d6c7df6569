import { check, flag, list, must, named, oneOf, shape, whole, type Checked } from '../model/file/fields';
import type { FieldFault, Finding, Step } from '../model/result';
import { decodeWalks, planWalks, WALK_CHECKS, type Walk, type WalkCheck, type WalkFound, type WalkSeen } from '../trace/walks';

/** Bodies of `/walks` and `/walks/decode` as Yup schemas, what the schemas cannot see, and their answers. */

const fields = {
	breakers: must(list(must(whole(1, 1000)), 200, 1)),
	check: must(oneOf(WALK_CHECKS))
};
export const walksRequest = shape(fields);
export const decodeRequest = shape({
	...fields,
	observations: must(list(shape({ outlet: must(named(64)), live: must(list(must(flag()), 16, 1)) }), 1000))
});
interface WalksRequest {
	breakers: number[];
	check: WalkCheck;
}
interface DecodeRequest extends WalksRequest {
	observations: WalkSeen[];
}

/** The body of `/walks`, checked. @returns the case, or every fault with its path */
export function checkWalks(body: unknown): Checked<WalksRequest> {
	const checked = check<WalksRequest>(walksRequest, body);
	if (!checked.ok) return checked;
	const faults = twice(checked.value.breakers);
	return faults.length ? { ok: false, faults } : checked;
}
/** The body of `/walks/decode`, checked: one answer for each walk. @returns the case, or every fault with its path */
export function checkDecode(body: unknown): Checked<DecodeRequest> {
	const checked = check<DecodeRequest>(decodeRequest, body);
	if (!checked.ok) return checked;
	const { breakers, check: kind, observations } = checked.value;
	const faults = twice(breakers);
	if (!faults.length) {
		const { walks } = planWalks(breakers, kind);
		observations.forEach(({ live }, i) => {
			if (live.length !== walks.length)
				faults.push({
					path: `observations[${i}].live`,
					message: `must hold one answer for each of the ${walks.length} walks, got ${live.length}`
				});
		});
	}
	return faults.length ? { ok: false, faults } : checked;
}
const twice = (breakers: readonly number[]): FieldFault[] =>
	breakers.flatMap((b, i) => (breakers.indexOf(b) < i ? [{ path: `breakers[${i}]`, message: `appears twice: space ${b}` }] : []));

interface WalksAnswer {
	walks: Walk[];
	steps: Step[];
	findings: Finding[];
}
/** The walks: which slots are off in each. */
export function answerWalks({ breakers, check: kind }: WalksRequest): WalksAnswer {
	const { walks, codes } = planWalks(breakers, kind);
	return {
		walks,
		steps: breakers.map((space, i): Step => ({
			label: `space ${space}`,
			formula: 'off in the walks of its code',
			value: walks.map((_, w) => (((codes[i] ?? 0) >> w) & 1 ? '1' : '0')).join(''),
			unit: ''
		})),
		findings: []
	};
}
/** Which breaker feeds each outlet, by what was seen in the walks. */
export const answerDecode = ({
	breakers,
	check: kind,
	observations
}: DecodeRequest): { outlets: WalkFound[]; steps: Step[]; findings: Finding[] } => ({
	outlets: decodeWalks(planWalks(breakers, kind), observations),
	steps: [],
	findings: []
});

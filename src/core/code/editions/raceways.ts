import { FILL_AWG, TRADE_SIZES, type FillAwg, type RacewayTable, type TradeSize } from '../shape/raceways';
import { ref } from './common';

const sizes = (areas: readonly (number | null)[]): Partial<Record<TradeSize, number>> =>
	Object.fromEntries(TRADE_SIZES.flatMap((size, i) => (areas[i] == null ? [] : [[size, areas[i]]])));
const wires = (areas: readonly number[]): Record<FillAwg, number> =>
	Object.fromEntries(FILL_AWG.map((awg, i) => [awg, areas[i]])) as Record<FillAwg, number>;

/** Alike in all three editions. @source Chapter 9, Tables 1, 4, 5 and Note 7 */
export const raceways: RacewayTable = {
	rule: ref('Chapter 9 Table 1', 'Fill of a raceway'),
	areas: {
		EMT: sizes([null, 0.304, 0.533, 0.864, 1.496, 2.036, 3.356]),
		RMC: sizes([null, 0.314, 0.549, 0.887, 1.526, 2.071, 3.408]),
		IMC: sizes([null, 0.342, 0.586, 0.959, 1.647, 2.225, 3.63]),
		'PVC-40': sizes([null, 0.285, 0.508, 0.832, 1.453, 1.986, 3.291]),
		'PVC-80': sizes([null, 0.217, 0.409, 0.688, 1.237, 1.711, 2.874]),
		FMC: sizes([0.116, 0.317, 0.533, 0.817, 1.277, 1.858, 3.269])
	},
	conductors: {
		THHN: wires([0.0097, 0.0133, 0.0211, 0.0366, 0.0507, 0.0824, 0.0973, 0.1158, 0.1562, 0.1855, 0.2223, 0.2679, 0.3237]),
		XHHW: wires([0.0139, 0.0181, 0.0243, 0.0437, 0.059, 0.0814, 0.0962, 0.1146, 0.1534, 0.1825, 0.219, 0.2642, 0.3197])
	},
	limits: { one: 53, two: 31, more: 40, nipple: 60 },
	roundsUpFrom: 0.8
};

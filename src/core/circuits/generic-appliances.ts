import type { CircuitLoad } from '../model/known';

/** Generic appliances to start from: usual nameplates, each to be replaced by the one that is read on site. */
interface GenericAppliance {
	name: string;
	load: Omit<CircuitLoad, 'name'>;
}
const row = (
	name: string,
	kind: CircuitLoad['kind'],
	watts: number | null,
	volts: 120 | 240,
	more: Partial<CircuitLoad> = {}
): GenericAppliance => ({
	name,
	load: { kind, watts, volts, amps: null, continuous: false, mca: null, mocp: null, ...more }
});
export const GENERIC_APPLIANCES: readonly GenericAppliance[] = [
	row('water heater', 'water-heater', 4500, 240),
	row('water heater, small', 'water-heater', 3000, 240),
	row('range', 'range', 12_000, 240),
	row('wall oven', 'wall-oven', 4800, 240),
	row('cooktop', 'cooktop', 7200, 240),
	row('clothes dryer', 'dryer', 5400, 240),
	row('vehicle charger, 32 A', 'ev', 7680, 240, { continuous: true }),
	row('vehicle charger, 48 A', 'ev', 11_520, 240, { continuous: true }),
	row('air conditioner', 'hvac', 4300, 240, { mca: 22.5, mocp: 35, counts: 'cooling' }),
	row('heat pump', 'hvac', 4800, 240, { mca: 24, mocp: 40, counts: 'heat-pump' }),
	row('heat pump supplement', 'fixed-heat', 9600, 240, { continuous: true, counts: 'heat-pump-supplement' }),
	row('baseboard heat', 'fixed-heat', 2000, 240, { continuous: true, counts: 'heating' }),
	row('furnace', 'general', 800, 120, { counts: 'fastened' }),
	row('dishwasher', 'general', 1200, 120),
	row('disposer', 'general', 700, 120, { counts: 'motor' }),
	row('microwave', 'general', 1500, 120),
	row('refrigerator', 'general', 700, 120, { counts: 'none' }),
	row('freezer', 'general', 600, 120, { counts: 'none' }),
	row('clothes washer', 'general', 1200, 120, { counts: 'none' }),
	row('sump pump', 'general', 800, 120, { counts: 'motor' }),
	row('kiln', 'fixed-heat', 8600, 240, { continuous: true, counts: 'fastened' })
];

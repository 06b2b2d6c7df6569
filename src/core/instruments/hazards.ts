import type { Edition } from '../code/shape/edition';
import type { Finding, Rule } from '../model/result';
import type { RunReading } from './run-reading';
import { TOUCH_BANDS } from './touch';

/** What of a run's readings hurts, and what would open, as findings. */
export function hazardFindings(
	edition: Edition,
	readings: readonly RunReading[],
	trips: readonly { device: string; why: string }[]
): Finding[] {
	const rule = (section: string, title: string): Rule => ({ section, title, edition: edition.key, confidence: 'firm' });
	const letGo = TOUCH_BANDS[2];
	return [
		...readings.flatMap((r, i): Finding[] => {
			if (!('milliamps' in r) || r.milliamps === null || r.milliamps < letGo.fromMa) return [];
			return [
				{
					code: 'touch',
					id: `touch:${i}`,
					severity: 'violation',
					rule: rule('IEC 60479', 'Current through a person'),
					subject: { kind: 'box', id: r.box },
					message: `The metal of what is plugged in at ${r.box} drives ${r.milliamps.toFixed(0)} mA through a person.`,
					have: r.milliamps,
					need: letGo.fromMa,
					unit: 'mA'
				}
			];
		}),
		...trips.map((t): Finding => ({
			code: 'trips',
			id: `trips:${t.device}`,
			severity: 'caution',
			rule: t.device === 'breaker' ? rule('240.4', 'Overcurrent protection') : rule('UL 943', 'Class A device'),
			subject: t.device === 'breaker' ? { kind: 'input', id: 'breaker' } : { kind: 'box', id: t.device },
			message: `${t.device} would open: ${t.why}.`
		}))
	];
}

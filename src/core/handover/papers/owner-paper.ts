import { breakerName } from '../../model/breaker-name';
import { localDay } from '../../units/day';
import { indexOf } from '../../model/job-index';
import { STAGES } from '../../model/kinds';
import { DEFAULT_TEST_DAYS, dueDays, gfciRegister } from '../../prove/gfci-register';
import { boxesServed, runOf } from '../../run/runs';
import { WHAT_A_GFCI_DOES } from '../../protection/standing-words';
import type { Block } from '../blocks';
import { directoryOf } from '../directory';
import { headOf, type PaperCase } from '../paper';

/** For the people who live there: what is on which breaker, what goes dead, how to test, what to do, what was found and left. */
export function ownerPaper(c: PaperCase): { blocks: Block[]; missing: string[] } {
	const { job } = c.ruled;
	const { rooms, boxes } = indexOf(job);
	const register = gfciRegister(job, { readings: c.readings, proofs: c.proofs }, c.today);
	const roomsOf = (circuitId: string): string => {
		const circuit = job.circuits.find((x) => x.id === circuitId);
		if (!circuit) return '';
		return [...new Set(boxesServed(job, runOf(job, circuit)).flatMap((b) => rooms.get(b.roomId ?? '')?.name ?? []))].join(', ');
	};
	const open = STAGES.flatMap((s) => c.stages[s].findings.filter((f) => f.severity !== 'advice'));
	const symptoms = c.told.symptoms;
	const days = dueDays(c.told, register).sort((a, b) => a.day.localeCompare(b.day));
	const inDirectory = job.panels.flatMap((p) => directoryOf(job, p).rows);
	const said = (id: string) => boxes.get(id)?.name ?? id;
	return {
		blocks: [
			{ kind: 'title', text: 'Your wiring' },
			{ kind: 'paragraph', text: headOf(job) },
			{ kind: 'heading', text: 'What is on which breaker' },
			inDirectory.length
				? {
						kind: 'table',
						head: ['Breaker', 'What it feeds', 'Checked'],
						rows: inDirectory.map((r) => [
							breakerName(job, indexOf(job).circuits.get(r.circuitId)),
							r.purpose,
							c.told.circuits.find((x) => x.id === r.circuitId)?.proven ? 'yes' : 'not yet'
						])
					}
				: { kind: 'paragraph', text: 'No panel is entered.' },
			{ kind: 'heading', text: 'When a device trips, these go dead' },
			register.length
				? {
						kind: 'table',
						head: ['Device', 'Where', 'Goes dead with it'],
						rows: register.map((g) => [g.name, g.where, g.protects.join(', ') || 'only itself'])
					}
				: { kind: 'paragraph', text: 'No GFCI device is recorded.' },
			...(register.length ? [{ kind: 'paragraph', text: WHAT_A_GFCI_DOES } as const] : []),
			...(job.circuits.length
				? [
						{
							kind: 'table',
							head: ['Breaker', 'Rooms that go dark'],
							rows: job.circuits.map((x) => [breakerName(job, x), roomsOf(x.id) || x.name])
						} as const
					]
				: []),
			{ kind: 'heading', text: 'Test it' },
			{
				kind: 'list',
				lines: [
					`GFCI: every ${c.told.practice.gfciTestDays ?? DEFAULT_TEST_DAYS} days. Plug in a lamp, press TEST: the lamp goes out and the button pops. Press RESET: it comes on. It does not go out, or does not reset: call an electrician, do not use it.`,
					'Breaker with a TEST button: press it, it moves to the middle. Push it fully OFF, then ON.',
					'Smoke alarm: once a month press its button: all of them sound.'
				]
			},
			{ kind: 'heading', text: 'When something trips' },
			{
				kind: 'list',
				lines: [
					'Unplug what you plugged in last. Push the breaker fully OFF, then ON once; press RESET on the GFCI.',
					'It trips again at once: leave it off and call.',
					'A smell of burning, a warm plate, a buzz, flickering in the whole house: off at the breaker, and call today. Fire: out, and call the fire department.'
				]
			},
			{ kind: 'heading', text: 'What was found' },
			open.length
				? { kind: 'list', lines: open.map((f) => f.message) }
				: { kind: 'paragraph', text: 'Nothing is left open in what was checked. What was not looked at is not in this paper.' },
			...(symptoms.length
				? [
						{
							kind: 'list',
							lines: symptoms.map(
								(s) => `"${s.text}": ${s.open ? 'still open' : (s.was?.says ?? 'closed')}${s.boxId ? ` (${said(s.boxId)})` : ''}`
							)
						} as const
					]
				: []),
			{ kind: 'heading', text: 'Due' },
			days.length
				? {
						kind: 'table',
						head: ['When', 'What'],
						rows: days.map((d) => [
							c.sayDay(localDay(`${d.day}T12:00:00Z`)),
							`${d.title}${d.everyDays ? `, then every ${d.everyDays} days` : ''}`
						])
					}
				: { kind: 'paragraph', text: 'Nothing with a date.' },
			{ kind: 'signature', role: 'Homeowner' },
			{
				kind: 'paragraph',
				small: true,
				text: 'Do not open boxes or the panel yourself. This says what was checked, by whom and when; it does not say that the rest is right.'
			}
		],
		missing: [
			...(inDirectory.some((r) => !c.told.circuits.find((x) => x.id === r.circuitId)?.proven) ? ['circuits not proven'] : []),
			...(open.length ? [`${open.length} findings open`] : [])
		]
	};
}

import type { RuledJob } from '../code/ruled-job';
import { boxCase } from '../makeup/box/of-job';
import { makeUp } from '../makeup/box/make-up';
import { takesOf } from '../makeup/box/takes';
import type { Box, Device } from '../model/job';
import { indexOf } from '../model/job-index';
import { ifKnown } from '../model/known';
import { inWords, type WorkSheet } from '../model/kinds';
import { BREAKER_WORDS, DEVICE_WORDS } from '../model/protections';
import type { Work, WorkPart } from '../model/work';
import { cableName } from '../rough/take-off';
import { counted } from '../units/quantity';

/** What a work is fetched from the truck with, once: its parts, and the tools of it beside those that are always there. */
export interface Bring {
	parts: string[];
	tools: string[];
}

interface Of {
	work: Work;
	devices: readonly Device[];
	parts: readonly WorkPart[];
}
const has = (kind: WorkPart['kind']) => (of: Of) => of.parts.some((p) => p.kind === kind);
const isNew = ({ parts }: Of): boolean => parts.some((p) => p.newBox);
const onSheet =
	(...sheets: readonly WorkSheet[]) =>
	({ work }: Of): boolean =>
		work.sheet !== undefined && sheets.includes(work.sheet);
/** Tools, each with when it is wanted. Practice. */
const TOOLS: readonly (readonly [words: string, when: (of: Of) => boolean])[] = [
	['meter, low impedance, and a known live source', () => true],
	['tag, tape or a lock for the breaker', () => true],
	['strippers, pliers, drivers, flashlight', () => true],
	[
		'torque driver',
		({ devices, parts }) =>
			devices.some((d) => d.receptacles > 0 || d.kind === 'switch') || parts.some((p) => p.kind === 'breaker')
	],
	['plug-in analyzer or a load of 12 A', ({ devices }) => devices.some((d) => d.receptacles > 0 && d.volts === 120)],
	['wallboard saw, drill, fish rods', isNew],
	['ladder', ({ devices }) => devices.some((d) => d.kind === 'lighting' || d.name === 'fan')],
	['eye and hand protection for an open panel', has('breaker')],
	['element wrench, hose, bucket', onSheet('element', 'water-heater')]
];

/** Parts and tools of a work; what can't be told of a box yet is left to its step. */
export function bringFor(ruled: RuledJob, work: Work): Bring {
	const { boxes, circuits, cablesInto } = indexOf(ruled.job);
	const parts = work.parts.filter((p) => !p.put);
	const at = (p: WorkPart) => boxes.get(p.at);
	const deviceOf = (p: WorkPart) => at(p)?.devices.find((d) => d.id === p.deviceId);
	const devices = parts.flatMap((p) => (p.kind === 'device' ? (deviceOf(p) ?? []) : []));
	const list: string[] = [];
	for (const p of parts) {
		const box = at(p);
		const device = deviceOf(p);
		if (p.kind === 'device' && device) list.push(wordsOf(device));
		if (p.newBox && box) {
			list.push(boxWords(box));
			for (const c of cablesInto.get(box.id) ?? []) list.push(`${cableName(c)}, to ${box.name}`);
		}
		if (p.kind === 'breaker') {
			const circuit = circuits.get(p.at);
			const breakerA = p.breakerA ?? ifKnown(() => circuit?.breakerA);
			list.push(
				[
					`${BREAKER_WORDS[p.breaker ?? circuit?.breaker ?? 'none']} breaker`.trim(),
					breakerA ? `${breakerA} A` : 'its rating read first',
					'listed for the panel'
				].join(', ')
			);
		}
		if (p.kind === 'blank') list.push('blank cover');
		if (p.kind === 'label' && p.words) list.push(`label "${p.words}"`);
	}
	const touched = new Set(parts.flatMap((p) => (p.kind === 'breaker' || p.kind === 'label' ? [] : [p.at])));
	return {
		parts: [
			...counts(list),
			...connectors(
				ruled,
				[...touched].flatMap((id) => boxes.get(id) ?? [])
			)
		],
		tools: TOOLS.filter(([, when]) => when({ work, devices, parts })).map(([words]) => words)
	};
}
const wordsOf = (d: Device): string =>
	[
		[
			DEVICE_WORDS[d.protection],
			d.receptacles
				? (d.form ?? 'receptacle')
				: d.kind === 'switch'
					? `${d.ways ?? 'single-pole'} switch`
					: d.name || inWords(d.kind)
		]
			.filter(Boolean)
			.join(' '),
		d.receptacles || d.kind === 'switch' ? `${d.amps} A` : '',
		d.receptacles && d.tamperResistant ? 'tamper-resistant' : '',
		d.weatherResistant ? 'weather-resistant' : '',
		d.usb ? 'USB' : '',
		d.receptacles || d.kind === 'switch' ? 'with its plate' : ''
	]
		.filter(Boolean)
		.join(', ');
const boxWords = (box: Box): string => {
	const fan = box.devices.some((d) => d.name === 'fan');
	return `${box.material ?? ''} box${fan ? ', listed for a fan' : box.volumeCuIn ? `, ${box.volumeCuIn} cu in` : ''}`.trim();
};
/** The same line once, with how many. */
const counts = (lines: readonly string[]): string[] => {
	const many = new Map<string, number>();
	for (const line of lines) many.set(line, (many.get(line) ?? 0) + 1);
	return [...many].map(([line, n]) => (n === 1 ? line : `${n} × ${line}`));
};
/** Of all boxes that are opened and of which enough is known. */
function connectors(ruled: RuledJob, boxes: readonly RuledJob['job']['boxes'][number][]): string[] {
	const many = new Map<string, number>();
	let tails = 0;
	for (const box of boxes) {
		const of = boxCase(ruled, box);
		if (!of.known) continue;
		const takes = takesOf(of.case, makeUp(of.case));
		tails += takes.pigtails;
		for (const { name, count } of takes.connectors) many.set(name, (many.get(name) ?? 0) + count);
	}
	const named = [...many].map(([name, n]) =>
		counted(
			n,
			name === 'by package' ? 'connector, by its package' : `${name} connector`,
			name === 'by package' ? 'connectors, by their package' : undefined
		)
	);
	return [...named, ...(tails ? [`wire for ${counted(tails, 'pigtail')}`] : [])];
}

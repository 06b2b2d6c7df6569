import type { Edition } from '../code/shape/edition';
import type { RuledJob } from '../code/ruled-job';
import type { Box, Device, Job } from '../model/known';
import { boxClaims } from '../claims/claims-of';
import type { OutsideKind } from '../model/kinds';
import type { Missing } from '../claims/missing';
import type { Seen } from '../claims/outlet-case';
import { proofOf } from '../prove/assess-prove';
import { indexOf } from '../model/job-index';
import type { Rule } from '../model/result';
import { runOf } from '../run/runs';
import { lawfulHomeRun } from '../protection/articles/210-12-afci-outlet';
import { gives } from '../model/protections';
import { cite, type RuleRef } from '../code/rule';
import { isApart } from '../run/buildings';
import { standingOf } from '../protection/standing';
import { standingLabels } from '../protection/standing-words';

/** The labels that the rules ask for, face by face, and a sheet of them to print and cut. */
export interface FaceLabel {
	boxId: string;
	boxName: string;
	text: string;
	rule: Rule;
	/** The sign for power, before the text. */
	sign?: 'power';
	/** A sign to be read from afar, and not the strip of a face: its lines, and letters so high, in. */
	board?: { lines: readonly string[]; red: boolean; letterIn: number };
	/** What must be entered before its words are known. */
	lacks?: string;
	/** What it says is not proven yet: what is missing. It is not put on, nor printed, before. */
	waits?: Missing;
}
/** Labels whose words are proven: those that are printed. */
export const readyLabels = (labels: readonly FaceLabel[]): FaceLabel[] => labels.filter((l) => !l.waits && !l.lacks);

const NOTHING: Seen = { readings: [], events: [] };
/** @source 406.4(D)(2), 210.12, 406.3(E) (2023: (F)) */
export function faceLabels(edition: Edition, job: Job, seen: Seen = NOTHING): FaceLabel[] {
	const { circuitsOfBox } = indexOf(job);
	return job.boxes.flatMap((box) => {
		const circuit = circuitsOfBox.get(box.id)?.[0];
		return box.devices.flatMap((device): FaceLabel[] => {
			const say = (text: string, rule: Rule): FaceLabel => ({ boxId: box.id, boxName: box.name, text, rule });
			return [
				...standingLabels(edition, { box, device }, standingOf({ edition, job }, { box, device, circuit }, seen.readings)).map(
					(text) => ({
						...say(text, cite(edition, edition.replacing.rule)),
						...waitsFor({ edition, job }, { box, device }, seen)
					})
				),
				...(device.controlled ? [controlledLabel(edition, device, say)] : []),
				...firstBox(edition, job, circuit, box, device, say)
			];
		});
	});
}
/** What is only planned is not in; what is in protects once it was tripped and seen to. */
function waitsFor(ruled: RuledJob, { box, device }: { box: Box; device: Device }, seen: Seen): { waits?: Missing } {
	if (device.state === 'planned') return { waits: 'protection' };
	const { outlets } = boxClaims(ruled, seen, { box, proof: proofOf(ruled, box, seen.readings) });
	const gfci = outlets.find((o) => o.device === device.id)?.gfci;
	return gfci?.is === 'yes' ? {} : { waits: gfci?.missing[0] ?? 'protection' };
}
/**
 * Labels of panels: the card of circuits, and of a service that is new or was replaced what it is marked with.
 * @source 408.4(A), 230.85, 225.41, 230.67, 215.18: marked where the edition has it and where it is there
 */
export function panelLabels(edition: Edition, job: Job): FaceLabel[] {
	const { surge, feederSurge, outside, outsideDetached, outsideMark } = edition.panels;
	return job.panels.flatMap((panel) => {
		const say = (text: string, rule: RuleRef): FaceLabel => ({
			boxId: panel.id,
			boxName: panel.name,
			text,
			rule: cite(edition, rule)
		});
		const fresh = panel.state === 'planned' || panel.state === 'built';
		const emergency = panel.feeder ? (isApartPanel(job, panel) ? outsideDetached : null) : outside;
		const protector = panel.feeder ? feederSurge : surge;
		return [
			...(job.circuits.some((c) => c.panelId === panel.id && c.state !== 'found')
				? [say(`Circuit directory, ${panel.name}`, edition.panels.directory)]
				: []),
			...(fresh && emergency && outsideMark && panel.outsideDisconnect && job.dwelling !== 'multifamily'
				? [emergencyBoard(say, outsideMark, panel.feeder ? 'not-service-equipment' : panel.outsideKind)]
				: []),
			...(fresh && protector && panel.surge ? [say('Surge protection here', protector)] : [])
		];
	});
}
/** What is marked on each kind of emergency disconnect, line by line. @source 230.85, 2023: 230.85(E) */
const EMERGENCY: Readonly<Record<OutsideKind, readonly string[]>> = {
	'service-disconnect': ['EMERGENCY DISCONNECT', 'SERVICE DISCONNECT'],
	'meter-disconnect': ['EMERGENCY DISCONNECT', 'METER DISCONNECT', 'NOT SERVICE EQUIPMENT'],
	'not-service-equipment': ['EMERGENCY DISCONNECT', 'NOT SERVICE EQUIPMENT']
};
function emergencyBoard(
	say: (text: string, rule: RuleRef) => FaceLabel,
	{ rule, red, letterIn }: NonNullable<Edition['panels']['outsideMark']>,
	kind: OutsideKind | undefined
): FaceLabel {
	if (kind === undefined)
		return {
			...say('EMERGENCY DISCONNECT, ...', rule),
			lacks: 'what the disconnect is: the service disconnect, a meter disconnect, or not service equipment'
		};
	const lines = EMERGENCY[kind];
	return { ...say(lines.join(', '), rule), board: { lines, red, letterIn } };
}
const isApartPanel = (job: Job, panel: Job['panels'][number]): boolean => isApart(indexOf(job).rooms.get(panel.roomId ?? ''));
/** Every label of a job: faces first, then panels. */
export const allLabels = (edition: Edition, job: Job, seen: Seen = NOTHING): FaceLabel[] => [
	...faceLabels(edition, job, seen),
	...panelLabels(edition, job)
];
/** What a timer or a sensor takes the power of is marked with the word and the sign, beside the contacts that it takes. */
function controlledLabel(
	{ controlled, key }: Pick<Edition, 'controlled' | 'key'>,
	device: Box['devices'][number],
	say: (text: string, rule: Rule) => FaceLabel
): FaceLabel {
	// Where nobody looked which half, there is room to write it.
	const half = device.switched === 'half' ? `, ${device.switchedHalf ?? '____'} half` : '';
	return { ...say(`${controlled.text}${half}`, cite({ key }, controlled.rule)), sign: 'power' };
}
/** Where arc-fault protection begins at an outlet, the first box says so. */
function firstBox(
	edition: Edition,
	job: Job,
	circuit: Job['circuits'][number] | undefined,
	box: Box,
	device: Box['devices'][number],
	say: (text: string, rule: Rule) => FaceLabel
): FaceLabel[] {
	const marked = circuit?.homeRun === 'listed-combination' || circuit?.homeRun === 'branch-feeder-breaker';
	const begins = gives(device.protection, 'afci') && marked && lawfulHomeRun({ edition, job }, runOf(job, circuit), box);
	return begins && box.state !== 'found' ? [say('First outlet of the branch circuit', cite(edition, edition.afci.rule))] : [];
}

export interface LabelSize {
	widthIn: number;
	heightIn: number;
}
export const LABEL_SIZE: LabelSize = { widthIn: 1.25, heightIn: 0.375 };
const PAGE = { widthIn: 8.5, heightIn: 11, marginIn: 0.5, gapIn: 0.125 };

/** How many stand on a letter page, and where, in inches from its upper left. */
export function sheetPlaces({ widthIn, heightIn }: LabelSize): { x: number; y: number }[] {
	const fit = (page: number, size: number) =>
		Math.max(1, Math.floor((page - 2 * PAGE.marginIn + PAGE.gapIn) / (size + PAGE.gapIn)));
	const [columns, rows] = [fit(PAGE.widthIn, widthIn), fit(PAGE.heightIn, heightIn)];
	return Array.from({ length: columns * rows }, (_, i) => ({
		x: PAGE.marginIn + (i % columns) * (widthIn + PAGE.gapIn),
		y: PAGE.marginIn + Math.floor(i / columns) * (heightIn + PAGE.gapIn)
	}));
}
/** How wide a letter is of its height, about. */
const LETTER_WIDE = 0.52;
/** Where its ring is open, of its radius. */
const RING_ACROSS = 0.6;
const RING_UP = Math.sqrt(1 - RING_ACROSS ** 2);
/** The sign for power, as on a switch: a ring that is open at the top, and a bar in it. */
const powerSign = (x: number, y: number, r: number): string =>
	`<path d="M${(x - r * RING_ACROSS).toFixed(3)} ${(y - r * RING_UP).toFixed(3)}a${r.toFixed(3)} ${r.toFixed(3)} 0 1 0 ${(2 * r * RING_ACROSS).toFixed(3)} 0M${x.toFixed(3)} ${(y - r * 1.15).toFixed(3)}v${r.toFixed(3)}" fill="none" stroke="#000" stroke-width="${(r * 0.28).toFixed(3)}"/>`;
const escaped = (text: string): string =>
	text.replace(/[<>&"]/g, (c) => ({ '<': '&lt;', '>': '&gt;', '&': '&amp;', '"': '&quot;' })[c] ?? c);

type Printed = Pick<FaceLabel, 'text' | 'boxName' | 'sign' | 'board'>;
const pageOf = (cells: readonly string[]): string =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="${PAGE.widthIn}in" height="${PAGE.heightIn}in" viewBox="0 0 ${PAGE.widthIn} ${PAGE.heightIn}" font-family="Barlow, Arial, sans-serif" fill="#000">${cells.join('')}</svg>`;
/** How high a capital is of its type size, about; a line of them; and the least margin round them, in. */
const CAPITAL = 0.7;
const LINE = 1.2;
const BOARD_MARGIN_IN = 0.25;
/** A line that would be wider than the page is set in two. */
function boardLines(lines: readonly string[], em: number): string[] {
	const most = (PAGE.widthIn - 2 * PAGE.marginIn - 2 * BOARD_MARGIN_IN) / (em * CAPITAL_WIDE);
	return lines.flatMap((line) => {
		if (line.length <= most) return [line];
		const cut = line.lastIndexOf(' ');
		return cut < 0 ? [line] : [line.slice(0, cut), line.slice(cut + 1)];
	});
}
/** How wide a capital is of its type size, about. */
const CAPITAL_WIDE = 0.62;
/** A sign on a page of its own, its letters as high as it is marked with. */
function boardSheet({ board, boxName }: Printed & { board: NonNullable<FaceLabel['board']> }): string {
	const em = board.letterIn / CAPITAL;
	const lines = boardLines(board.lines, em);
	const widthIn = PAGE.widthIn - 2 * PAGE.marginIn;
	const heightIn = 2 * BOARD_MARGIN_IN + lines.length * em * LINE;
	const [ground, ink] = board.red ? ['#c00000', '#ffffff'] : ['#ffffff', '#000000'];
	return pageOf([
		`<rect x="${PAGE.marginIn}" y="${PAGE.marginIn}" width="${widthIn}" height="${heightIn.toFixed(3)}" fill="${ground}" stroke="#000" stroke-width="0.02"/>`,
		...lines.map(
			(line, i) =>
				`<text x="${PAGE.widthIn / 2}" text-anchor="middle" y="${(PAGE.marginIn + BOARD_MARGIN_IN + (i + 0.85) * em * LINE).toFixed(3)}" font-size="${em.toFixed(3)}" font-weight="700" fill="${ink}">${escaped(line)}</text>`
		),
		`<text x="${PAGE.widthIn / 2}" text-anchor="middle" y="${(PAGE.marginIn + heightIn + 0.2).toFixed(3)}" font-size="0.12">${escaped(boxName)}: letters ${board.letterIn} in high${board.red ? ', white on red' : ''}. Durable, not by hand; cut to size.</text>`
	]);
}

/** Letter pages of labels as SVG, true to size when printed: strips of faces, then a page for each sign. @returns none without labels */
export function labelSheets(all: readonly Printed[], size: LabelSize = LABEL_SIZE): string[] {
	const labels = all.filter((l) => !l.board);
	const places = sheetPlaces(size);
	const pages: string[] = [];
	for (let from = 0; from < labels.length; from += places.length) {
		const cells = labels.slice(from, from + places.length).map(({ text, boxName, sign }, i) => {
			const { x, y } = places[i] as { x: number; y: number };
			// Letters as high as the label lets them be, and no longer than it is wide.
			const high = Math.min(size.heightIn * 0.42, (size.widthIn * 1.75) / Math.max(6, text.length));
			const wide = text.length * high * LETTER_WIDE;
			const mark = sign ? powerSign(x + (size.widthIn - wide) / 2 - high * 0.6, y + size.heightIn / 2, high * 0.4) : '';
			const middle = `x="${x + size.widthIn / 2}" text-anchor="middle"`;
			return `<rect x="${x}" y="${y}" width="${size.widthIn}" height="${size.heightIn}" rx="0.03" fill="none" stroke="#000" stroke-width="0.008"/><text ${middle} y="${y + size.heightIn / 2 + high * 0.35}" font-size="${high.toFixed(3)}" font-weight="700">${escaped(text)}</text>${mark}<text ${middle} y="${y + size.heightIn - 0.03}" font-size="0.055">${escaped(boxName)}</text>`;
		});
		pages.push(pageOf(cells));
	}
	return [...pages, ...all.flatMap((l) => (l.board ? [boardSheet({ ...l, board: l.board })] : []))];
}

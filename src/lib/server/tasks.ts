import { sizeCircuit } from '$core/circuits/size/size';
import { serviceLoad } from '$core/circuits/service/220-82-service-load';
import { editions } from '$core/code/editions';
import { checkBoxFill, checkCounters, checkProtect, checkServiceLoad, checkSize, checkWalls } from '$core/formats/api-requests';
import { answerAssess, checkAssess } from '$core/formats/assess-request';
import { answerDiagnose, checkDiagnose } from '$core/formats/diagnose-request';
import { answerNetwork, checkNetwork, checkStream } from '$core/formats/network-requests';
import { DEFAULT_LOAD_A, readRun } from '$core/instruments/run-reading';
import {
	answerBurial,
	answerCutList,
	answerRaceway,
	checkBurial,
	checkCutList,
	checkRaceway
} from '$core/formats/rough-requests';
import { answerDecode, answerWalks, checkDecode, checkWalks } from '$core/formats/walks-request';
import { checkReport } from '$core/formats/report-request';
import { checkMakeUp } from '$core/formats/makeup-request';
import { layoutCounters } from '$core/layout/counters';
import { layoutWalls } from '$core/layout/walls';
import { makeUp } from '$core/makeup/box/make-up';
import { MOST_FAULTS, told, type Checked } from '$core/model/file/fields';
import type { FieldFault } from '$core/model/result';
import { protectAll } from '$core/protection/needs';
import { boxFill } from '$core/rough/articles/314-16-box-fill';

/** What a request asks to be worked out, by name: checked, then answered. Run in a worker thread. */
export interface Task {
	/** Of this thread's time, ms. */
	limitMs: number;
	run: (body: unknown) => Checked<unknown> | Promise<Checked<unknown>>;
}
/** An answer that is a file, not JSON. */
interface FileAnswer {
	bytes: Uint8Array;
	type: string;
}
const LIMIT_MS = 2000;
/** A whole house is judged in about a second; a machine with much else to do takes a few times as long. */
const ASSESS_MS = 6000;
/** A package of a whole house has ten papers and their drawings. */
const REPORT_MS = 30_000;

function task<T>(check: (body: unknown) => Checked<T>, answer: (body: T) => unknown, limitMs = LIMIT_MS): Task {
	return {
		limitMs,
		run: (body) => {
			const checked = check(body);
			return checked.ok ? { ok: true, value: answer(checked.value) } : checked;
		}
	};
}

export const TASKS = {
	size: {
		limitMs: LIMIT_MS,
		run: (body) => {
			const checked = checkSize(body);
			if (!checked.ok) return checked;
			const { edition, ...c } = checked.value;
			return sizeCircuit(editions[edition], c);
		}
	},
	walls: task(checkWalls, ({ edition, ...c }) => layoutWalls(editions[edition], c)),
	counters: task(checkCounters, ({ edition, ...c }) => layoutCounters(editions[edition], c)),
	protect: task(checkProtect, protectAll),
	'box-fill': task(checkBoxFill, ({ edition, ...c }) => boxFill(editions[edition], c)),
	makeup: task(checkMakeUp, makeUp),
	'service-load': task(checkServiceLoad, ({ edition, ...c }) => serviceLoad(editions[edition], c)),
	network: task(checkNetwork, (body) => answerNetwork(editions[body.edition], body)),
	diagnose: task(checkDiagnose, answerDiagnose, 5000),
	burial: task(checkBurial, answerBurial),
	'raceway-fill': task(checkRaceway, answerRaceway),
	'cut-list': task(checkCutList, answerCutList),
	walks: task(checkWalks, answerWalks),
	'walks-decode': task(checkDecode, answerDecode),
	assess: task(checkAssess, answerAssess, ASSESS_MS),
	report: {
		limitMs: REPORT_MS,
		run: async (body) => {
			const checked = checkReport(body);
			if (!checked.ok) return checked;
			// Fonts and the maker of PDFs are loaded with the first that is asked for.
			const { reportOf } = await import('../documents/report');
			return { ok: true, value: await reportOf(checked.value) };
		}
	},
	/** The reading that a stream repeats, with how often and how it spreads. */
	stream: task(checkStream, (body) => {
		const { box, instrument, noise, everyMs } = body;
		const loadA = instrument === 'analyzer' ? (body.loadA ?? DEFAULT_LOAD_A) : undefined;
		const [exact] = readRun(editions[body.edition], body, [{ box, instrument, loadA }]).readings;
		return { exact, noise, everyMs, loadA };
	})
} satisfies Record<string, Task>;
export type TaskName = keyof typeof TASKS;

export interface Answer {
	status: number;
	/** JSON; empty: the answer is a file. */
	text: string;
	file?: FileAnswer;
}
export const refusal = (status: number, message: string, fields: FieldFault[] = []): Answer => ({
	status,
	text: JSON.stringify({ error: { message, fields } })
});

/** From the bytes of a body to the JSON of its answer. @throws what a fault of Hekto's own throws */
export async function answerTo(name: TaskName, body: Uint8Array): Promise<Answer> {
	let plain: unknown;
	try {
		plain = JSON.parse(new TextDecoder().decode(body));
	} catch (error) {
		const why = (error as Error).message.slice(0, 120);
		return refusal(400, `The body is not JSON: ${why}`, [{ path: '', message: 'must be JSON' }]);
	}
	const outcome: Checked<unknown> = await TASKS[name].run(plain);
	if (!outcome.ok) return badRequest(outcome.faults);
	return name === 'report'
		? { status: 200, text: '', file: outcome.value as FileAnswer }
		: { status: 200, text: JSON.stringify(outcome.value) };
}
function badRequest(all: FieldFault[]): Answer {
	const faults = told(all);
	const [first] = faults;
	const many = faults.length > MOST_FAULTS ? `more than ${MOST_FAULTS}` : String(faults.length);
	const count = `${many} ${faults.length === 1 ? 'fault' : 'faults'}`;
	return refusal(400, `The body has ${count}: ${first?.path ?? ''} ${first?.message ?? ''}`.trim(), faults);
}

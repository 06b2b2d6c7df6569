import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { existsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import { DEMOS } from '../../src/core/demo';
import { PAPER_KINDS } from '../../src/core/model/kinds';
import type { JobFile } from '../../src/core/model/job';
import { Browser, together } from './browser';

/** Hand over: papers with what is missing, signatures, the package, and two devices that become one job. */
let b: Browser;
let folder: string;
together((browser, made) => ([b, folder] = [browser, made]));
const quillback = (): JobFile => JSON.parse(JSON.stringify(DEMOS.quillback?.())) as JobFile;

const post = async (body: unknown) => {
	const { origin } = new URL(await b.driver.getCurrentUrl());
	return fetch(`${origin}/api/v1/report`, {
		method: 'POST',
		headers: { 'content-type': 'application/json' },
		body: JSON.stringify(body)
	});
};
/** What a reader of the PDF would see; null: this machine has no reader. */
function textOf(pdf: Uint8Array): string | null {
	if (!existsSync('/usr/bin/pdftotext')) return null;
	const path = join(folder, 'paper.pdf');
	writeFileSync(path, pdf);
	return execFileSync('/usr/bin/pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
}

test('/report gives a PDF of every paper and names every fault of a body', async () => {
	const file = quillback();
	file.job.name = 'Café ’48, 64 in² <b>°</b>';
	for (const document of ['directory', 'load', 'owner'] as const) {
		const answer = await post({ file, document });
		assert.equal(answer.headers.get('content-type'), 'application/pdf');
		const bytes = new Uint8Array(await answer.arrayBuffer());
		assert.equal(strFromU8(bytes.subarray(0, 5)), '%PDF-');
		const text = textOf(bytes);
		if (text === null) continue;
		assert.ok(text.includes('Café ’48, 64 in² <b>°</b>'), text.slice(0, 200));
		// No page is empty but for its foot.
		for (const page of text.split('\f').slice(0, -1)) assert.ok(page.trim().split('\n').length > 2, document);
	}
	const faults = async (body: unknown) => {
		const answer = await post(body);
		const said = (await answer.json()) as { error: { fields: { path: string }[] } };
		return [answer.status, ...said.error.fields.map((f) => f.path)];
	};
	assert.deepEqual(await faults({ file, document: 'x', more: 1 }), [400, 'more', 'document']);
	assert.deepEqual(await faults({ document: 'load' }), [400, 'file']);
	assert.deepEqual(await faults({ file, document: 'code-letter', subject: 'nowhere' }), [400, 'subject']);
	assert.deepEqual(await faults({ file, document: 'load', subject: 'k-03' }), [400, 'subject']);
	assert.deepEqual((await faults({ file: { ...file, fileVersion: 99 }, document: 'load' }))[0], 400);
	const zip = unzipSync(new Uint8Array(await (await post({ file, document: 'package' })).arrayBuffer()));
	const names = Object.keys(zip);
	assert.equal(names.filter((n) => n.endsWith('.pdf')).length, PAPER_KINDS.length);
	for (const name of [
		'job.hekto.json',
		'tables/readings.csv',
		'tables/materials.csv',
		'plans/story 0.svg',
		'plans/story 0.dxf',
		'README.txt',
		'due.ics'
	])
		assert.ok(names.includes(name), name);
	assert.deepEqual(JSON.parse(strFromU8(zip['job.hekto.json'] as Uint8Array)).job, file.job);
	assert.ok(strFromU8(zip['plans/story 0.svg'] as Uint8Array).includes('&lt;b&gt;'));
});

test('every paper opens with what is missing; nothing is said to be proven that is not', async () => {
	await b.fresh('Marrow Street', '/job/marrow-street/handover');
	await b.says('10 circuits not proven', '.sheet');
	const proven = await b.run<string[]>(
		'return [...document.querySelectorAll("article table:last-of-type td:last-child")].map((c) => c.textContent)'
	);
	assert.ok(proven.length && proven.every((p) => !/^yes/.test(p)));
	for (const [view, words] of [
		['test-record', 'Not tested'],
		['punch-list', 'What is required, place by place'],
		['load', 'Panel schedule'],
		['plan', 'Run sheets'],
		['make-up', 'Make-up cards'],
		['materials', 'Materials'],
		['labels', 'Labels'],
		['code-letter', 'Code basis'],
		['owner', 'When something trips']
	] as const) {
		await b.go(`/job/marrow-street/handover?view=${view}`);
		await b.says(words, 'article');
	}
});
test('a paper is signed by hand; changed afterwards it says so', async () => {
	await b.fresh('Marrow Street', '/job/marrow-street/handover');
	await b.click('.sheet button', 'Sign');
	await b.type('.sign .field:nth-of-type(2) input', 'R. Test');
	await b.driver
		.actions()
		.move({ origin: await b.find('.sign canvas'), x: -60, y: 0 })
		.press()
		.move({ origin: await b.find('.sign canvas'), x: 20, y: 20 })
		.move({ origin: await b.find('.sign canvas'), x: 60, y: -20 })
		.release()
		.perform();
	await b.click('.sign button', 'Keep signature');
	await b.says('Electrician: R. Test', 'article');
	await b.reload();
	await b.says('Electrician: R. Test', 'article');
	assert.ok(!(await b.text('article')).includes('changed after'));
	await b.go('/job/marrow-street/walk?panel=main');
	await b.type('.slip .field input', 'Old panel');
	await b.run('document.activeElement.blur()');
	await b.settled();
	await b.go('/job/marrow-street/handover');
	await b.says('The paper was changed after this signature', 'article');
});
test('the package is made beside the page', async () => {
	await b.fresh('Marrow Street', '/job/marrow-street/handover');
	const zip = unzipSync(await b.savedBytes(() => b.click('.sheet button', 'Everything as one package')));
	assert.equal(Object.keys(zip).filter((n) => n.endsWith('.pdf')).length, PAPER_KINDS.length);
});
test('the phone’s afternoon and the laptop’s evening become one job', async () => {
	await b.fresh('Quillback Pottery', '/job/quillback/handover');
	const laptop = JSON.parse(await b.saved(() => b.click('button', 'Save job file'))) as JobFile;
	// The phone had the same, and has gone on.
	const phone = structuredClone(laptop);
	const change = (id: string, text: string) => Object.assign(phone.job.boxes.find((x) => x.id === id) as object, { note: text });
	change('k-03', 'said on the phone');
	change('k-04', 'phone');
	phone.readings.push({
		...(phone.readings[0] as JobFile['readings'][number]),
		id: 'from-the-phone',
		boxId: 'k-05',
		note: 'phone'
	});
	phone.head = 'phone-2';
	phone.history = [...(laptop.history ?? []), ...(laptop.head ? [laptop.head] : []), 'phone-1', 'phone-2'];
	// Meanwhile at the desk.
	await b.go('/job/quillback/walk?box=k-04');
	await b.find('.slip .facts input');
	await b.run(
		'[...document.querySelectorAll(".slip .field")].find((f) => f.textContent.includes("Note")).querySelector("input").setAttribute("data-note", "")'
	);
	await b.type('.slip input[data-note]', 'laptop');
	await b.run('document.activeElement.blur()');
	await b.settled();
	const path = join(folder, 'phone.hekto.json');
	writeFileSync(path, JSON.stringify(phone));
	await b.go('/');
	await b.says('Jobs in this browser');
	await (await b.find('input[type=file]')).sendKeys(path);
	await b.says('is here already', '.merge');
	await b.says('1 reading', '.merge');
	await b.says('1 to pick', '.merge');
	await b.says('Box K-04, note', '.merge');
	await b.click('.merge button', 'File: phone');
	await b.click('.merge .acts button', 'Merge');
	await b.find('.frame');
	await b.go('/job/quillback/handover');
	const merged = JSON.parse(await b.saved(() => b.click('button', 'Save job file'))) as JobFile;
	const noteOf = (id: string) => merged.job.boxes.find((x) => x.id === id)?.note;
	assert.deepEqual([noteOf('k-03'), noteOf('k-04')], ['said on the phone', 'phone']);
	assert.ok(merged.readings.some((r) => r.id === 'from-the-phone'));
	assert.ok(merged.history?.includes('phone-2'));
});

test('a tab that is killed in the middle of a merge leaves all of it or nothing', async () => {
	await b.fresh('Quillback Pottery', '/job/quillback/handover');
	const laptop = JSON.parse(await b.saved(() => b.click('button', 'Save job file'))) as JobFile;
	const phone = structuredClone(laptop);
	for (const box of phone.job.boxes) box.note = 'phone';
	for (let i = 0; i < 3000; i++)
		phone.readings.push({ ...(phone.readings[0] as JobFile['readings'][number]), id: `phone-${i}`, boxId: 'k-05' });
	phone.head = 'phone-1';
	phone.history = [...(laptop.history ?? []), 'phone-1'];
	const path = join(folder, 'killed.hekto.json');
	writeFileSync(path, JSON.stringify(phone));
	const first = await b.driver.getWindowHandle();
	for (const waitMs of [0, 40, 250]) {
		await b.driver.switchTo().newWindow('tab');
		await b.go('/');
		await b.says('Jobs in this browser');
		await (await b.find('input[type=file]')).sendKeys(path);
		await b.says('is here already', '.merge');
		const { targetInfo } = (await b.driver.sendAndGetDevToolsCommand('Target.getTargetInfo', {})) as unknown as {
			targetInfo: { targetId: string };
		};
		await b.click('.merge .acts button', 'Merge');
		await new Promise((r) => setTimeout(r, waitMs));
		// Closed from outside: no page script gets a last word.
		await b.driver.sendDevToolsCommand('Target.closeTarget', { targetId: targetInfo.targetId });
		await b.driver.switchTo().window(first);
		await b.go('/job/quillback/handover');
		await b.find('.frame');
		const now = JSON.parse(await b.saved(() => b.click('button', 'Save job file'))) as JobFile;
		const noted = now.job.boxes.filter((x) => x.note === 'phone').length;
		const read = now.readings.filter((r) => r.id.startsWith('phone-')).length;
		assert.ok(
			(noted === 0 && read === 0) || (noted === now.job.boxes.length && read === 3000),
			`${noted} notes, ${read} readings`
		);
		if (noted) break;
	}
});
test('a package that is stopped gives nothing, and the job is as it was', async () => {
	await b.fresh('Quillback Pottery', '/job/quillback/handover');
	await b.run(
		'window.__given = 0; const made = URL.createObjectURL; URL.createObjectURL = (x) => { window.__given++; return made(x); }'
	);
	await b.click('.sheet button', 'Everything as one package');
	await b.click('.sheet [role=status] button', 'Stop');
	await b.settled();
	await new Promise((r) => setTimeout(r, 1500));
	assert.equal(await b.run('return window.__given'), 0);
	assert.equal(await b.run('return document.querySelectorAll(".sheet [role=status] progress").length'), 0);
});

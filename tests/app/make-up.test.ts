import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { DEMOS } from '../../src/core/demo';
import { makeUp } from '../../src/core/makeup/box/make-up';
import type { MakeUpCase } from '../../src/core/makeup/box/case';
import { Browser, together } from './browser';

/** Trim: the make-up of a box as picture and steps, on a page and over HTTP. */
let b: Browser;
let folder: string;
together((browser, made) => ([b, folder] = [browser, made]));

const RUN: MakeUpCase = {
	edition: '2023',
	practice: { style: 'pigtail', pushIn: false },
	box: { material: 'metal', gangs: 1 },
	cables: [
		{
			id: 'in',
			toward: 'supply',
			awg: '12',
			conductors: [
				{ color: 'black', net: 'hot' },
				{ color: 'white', net: 'neutral' },
				{ color: 'bare', net: 'ground' }
			]
		},
		{
			id: 'out',
			toward: 'onward',
			awg: '12',
			conductors: [
				{ color: 'black', net: 'hot' },
				{ color: 'white', net: 'neutral' },
				{ color: 'bare', net: 'ground' }
			]
		}
	],
	devices: [{ id: 'd1', kind: 'receptacle', protection: 'gfci', halves: 'together', load: ['out'] }]
};
const post = async (body: unknown) => {
	const { origin } = new URL(await b.driver.getCurrentUrl());
	const answer = await fetch(`${origin}/api/v1/makeup`, {
		method: 'POST',
		headers: { 'content-type': 'application/json' },
		body: JSON.stringify(body)
	});
	return {
		status: answer.status,
		body: (await answer.json()) as Record<string, unknown> & { error?: { fields: { path: string; message: string }[] } }
	};
};

test('/makeup answers what core makes, and names every fault of a body', async () => {
	const { status, body } = await post(RUN);
	assert.equal(status, 200);
	assert.deepEqual(body, JSON.parse(JSON.stringify(makeUp(RUN))));
	assert.deepEqual(Object.keys(body).sort(), [
		'boxGround',
		'capped',
		'findings',
		'joins',
		'reMark',
		'steps',
		'tabs',
		'terminals'
	]);
	const paths = async (change: Partial<MakeUpCase> & Record<string, unknown>) => {
		const { status: s, body: told } = await post({ ...RUN, ...change });
		return [s, ...(told.error?.fields.map((f) => f.path) ?? [])];
	};
	const [supply, onward] = RUN.cables;
	assert.ok(supply && onward);
	assert.deepEqual(await paths({ cables: [] }), [400, 'cables']);
	assert.deepEqual(await paths({ edition: '1999' as never, extra: 1 }), [400, 'extra', 'edition']);
	assert.deepEqual(await paths({ cables: [onward] }), [400, 'cables']);
	assert.deepEqual(await paths({ cables: [supply, { ...onward, id: 'in' }] }), [400, 'cables[1].id', 'devices[0].load[0]']);
	assert.deepEqual(await paths({ cables: [supply, { ...onward, toward: 'supply' }] }), [
		400,
		'cables[1].toward',
		'cables[1].toward',
		'devices[0].load[0]'
	]);
	assert.deepEqual(
		await paths({ cables: [supply, { ...onward, conductors: [...onward.conductors, { color: 'black', net: 'switched' }] }] }),
		[400, 'cables[1].conductors[3].color']
	);
	assert.deepEqual(await paths({ devices: [{ id: 'a', kind: 'receptacle', load: ['in', 'x'] }] }), [
		400,
		'devices[0].load[0]',
		'devices[0].load[0]',
		'devices[0].load[1]',
		'devices[0].load[1]'
	]);
	assert.deepEqual(
		await paths({
			devices: [
				{ id: 'a', kind: 'switch', halves: 'together', leads: ['hot'] },
				{ id: 'a', kind: 'hard-wired' }
			]
		}),
		[400, 'devices[1].id', 'devices[0].halves', 'devices[0].leads', 'devices[1].leads']
	);
	assert.deepEqual(await paths({ devices: [{ id: 'a', kind: 'hard-wired', leads: ['hot', 'hot'] }] }), [
		400,
		'devices[0].leads[1]'
	]);
});

test('the make-up of a box: picture and steps; a tick outlives a reload; a conductor that is pressed is lit', async () => {
	await b.fresh('Quillback Pottery', '/job/quillback/trim?view=make-up&box=k-03');
	await b.find('.sheet svg[aria-label="Make-up of K-03"]');
	const drawn = await b.run<string>('return document.querySelector(".sheet svg").textContent');
	for (const words of ['from Main panel', 'to K-04', 'LINE brass', 'LOAD silver', 'white · neutral'])
		assert.ok(drawn.includes(words), words);
	await b.says('0 of 15 done', '.work');
	await b.click('.work li:nth-child(1) label', '');
	await b.says('1 of 15 done', '.work');
	await b.reload();
	await b.says('1 of 15 done', '.work');
	await b.press('.sheet svg .hit');
	await b.find('.sheet svg .dim');
	const svg = await b.saved(() => b.click('.sheet button', 'Save picture'));
	assert.match(svg, /^<svg /);
});
test('as landed: a wrong landing that is tapped in is named before power is on', async () => {
	await b.go('/job/quillback/trim?view=make-up&box=k-03');
	await b.click('.sheet .fold-head', 'As landed');
	// It begins empty: what was planned is no landing, and nothing is called right by it.
	await b.says('5 of 5 not said yet', '.landed');
	const screw = (n: number) => `.landed .screws > div:nth-of-type(${n}) select`;
	const value = (n: number, words: string) =>
		b.run<string>(`return [...document.querySelectorAll("${screw(n)} option")].find((o) => o.textContent === "${words}").value`);
	await b.set(screw(1), await value(1, 'white from Main panel'));
	await b.set(screw(2), await value(2, 'black from Main panel'));
	await b.says('LINE is reversed', '.landed');
	await b.says('Leave it off.', '.landed');
	await b.click('.landed button', 'Clear');
	for (let n = 1; n <= 5; n++) {
		await b.says(`${6 - n} of 5 not said yet`, '.landed');
		const plan = await b.run<string>(`return document.querySelectorAll('.landed .plan')[${n - 1}].textContent`);
		await b.set(screw(n), await value(n, plan.replace('plan: ', '')));
	}
	await b.says('As planned, terminal by terminal', '.landed');
	await b.says('on on off', '.landed');
});
test('what follows a GFCI: each dead or still live with it tripped', async () => {
	await b.fresh('Quillback Pottery', '/job/quillback/walk?view=call-prove&box=k-03');
	await b.says('What follows: 0 of 3 looked at', '.thread');
	await b.click('.thread button[aria-label="K-04 is dead"]');
	await b.click('.thread button[aria-label="K-07 is still live"]');
	await b.says('What follows: 2 of 3 looked at', '.thread');
	await b.says('not protected by K-03', '.thread');
	await b.go('/job/quillback/prove?box=k-07');
	await b.says('stays live when the GFCI is tripped', '.pad');
});
test('practice: fed through, with LINE at the bottom; the run in short, and its cards', async () => {
	await b.go('/job/quillback/trim?view=practice');
	await b.set('.sheet .set div:nth-of-type(1) select', 'feed-through');
	await b.says('Fewer splices', '.sheet');
	await b.go('/job/quillback/trim?view=make-up&box=k-04');
	await b.says('black from K-03 on hot upper', '.work');
	await b.go('/job/quillback/trim?view=make-up');
	await b.says('Made up alike', '.sheet');
	await b.click('.sheet td button.row', 'K-02');
	await b.find('.sheet svg[aria-label="Make-up of K-02"]');
	await b.go('/job/quillback/trim?view=cards&circuit=c2');
	await b.find('.sheet svg[aria-label="Make-up of K-07"]');
});
test('a cable with too few conductors for its switch is told, and made wider by one press', async () => {
	const file = DEMOS.quillback?.();
	assert.ok(file);
	const cables = file.job.cables.map((l) => (l.toId === 'n-11' ? { ...l, conductors: 2 } : l));
	const path = join(folder, 'thin.json');
	writeFileSync(path, JSON.stringify({ ...file, job: { ...file.job, cables } }));
	await b.go('/');
	await b.says('Jobs in this browser');
	await b.openBeside(path);
	await b.find('.frame');
	const page = new URL(await b.driver.getCurrentUrl()).pathname.split('/').slice(0, 3).join('/');
	await b.go(`${page}/trim?view=make-up&box=n-10`);
	await b.says('The cable to N-11 must carry 3 insulated conductors; it has 2.', '.sheet');
	await b.says('must carry 3 insulated conductors', '.slip');
	await b.click('.sheet button', 'Make it a three-wire cable');
	await b.find('.sheet svg[aria-label="Make-up of N-10"]');
	await b.saysNot('must carry 3 insulated conductors', '.slip');
});
test('whole sets: a conductor that is pressed is lit through every box; the usual sets with power at either end', async () => {
	await b.fresh('Quillback Pottery', '/job/quillback/trim?view=sets&box=k-03');
	await b.says('K-03 and what follows it', '.sheet');
	const dims = () => b.run<number>('return document.querySelectorAll(".sheet svg .dim").length');
	assert.equal(await dims(), 0);
	await b.press('.sheet svg .hit');
	await b.find('.sheet svg .dim');
	await b.go('/job/quillback/trim?view=sets');
	await b.says('Switch and receptacle, power at the switch', '.sheet');
	await b.set('.sheet .fields .field:nth-of-type(2) select', 'load');
	await b.says('power at the receptacle', '.sheet');
	const svg = await b.saved(() => b.click('.sheet button', 'Save picture'));
	assert.match(svg, /Box of the receptacle/);
});
test('a worn duplex in the middle of a run: from the old device to the new, its torque kept with value and tool', async () => {
	await b.fresh('Marrow Street', '/job/marrow-street/trim?view=make-up&box=dn-02');
	await b.click('.sheet .fold-head', 'From the old device');
	const old = 'section[aria-label="From the old device"]';
	await b.says('No ground comes in', old);
	await b.set(`${old} .field:nth-of-type(4) select`, 'neutral-upper|push-in');
	await b.says('reversed here or upstream', old);
	await b.says('Out of its push-in', old);
	// What was noted outlives a reload.
	await b.reload();
	await b.click('.sheet .fold-head', 'From the old device');
	await b.says('silver upper, push-in', old);
	await b.click('.work li:has(b) button', 'Torque, photo');
	await b.type('.work .inside input', '20');
	await b.says('Keep torque', '.work .inside');
});
test('a GFCI breaker and a water heater, step by step; the nameplate is held against its circuit', async () => {
	await b.fresh('Quillback Pottery', '/job/quillback/trim?view=work&circuit=c14');
	await b.set('.sheet .fields .field:nth-of-type(1) select', 'guarded-breaker');
	await b.says('Find its own neutral', '.work');
	await b.says('Every other source off', '.work');
	await b.set('.sheet .fields .field:nth-of-type(3) select', 'none');
	await b.click('.work li:nth-child(1) label', '');
	await b.says('1 of', '.work');
	await b.reload();
	await b.says('1 of', '.work');
	assert.ok(!(await b.run<string>('return document.querySelector(".work").textContent')).includes('Every other source'));
	await b.set('.sheet .fields .field:nth-of-type(1) select', 'element');
	await b.says('Drain below the element', '.work');
	await b.says('Neither watts nor amps are read', '.sheet');
	await b.go('/job/quillback/trim?view=make-up&panel=main');
	await b.says('the breaker, neutral screw', '.sheet');
});

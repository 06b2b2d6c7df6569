import { mkdirSync, writeFileSync } from 'node:fs';
import { Browser, DESK, PHONE, serve, type Size } from '../tests/app/browser';

/** One current picture of each main view, from the demo data. `npm run shots -- NAME FOLDER` takes only some, elsewhere. */
interface Shot {
	name: string;
	path: string;
	size?: Size;
	dark?: boolean;
	/** Done before the picture. */
	act?: (b: Browser) => Promise<void>;
}
const pick = (name: string) => (b: Browser) => b.press(`[data-box="${name}"]`);
const pickRow = (words: string) => (b: Browser) => b.click('table.data button.row', words);
const propose = async (b: Browser) => {
	await b.click('main button', 'Propose');
	await b.click('main button', 'Remove');
	await b.click('main button', 'Propose circuits for');
	await b.says('Through the crawl space', 'main', 30_000);
};
const SHOTS: Shot[] = [
	{ name: 'jobs', path: '/' },
	{ name: 'walk', path: '/job/quillback/walk', act: pick('K-08') },
	{ name: 'punch-list', path: '/job/quillback/layout', act: (b) => b.click('button', 'Punch list') },
	{ name: 'layout', path: '/job/quillback/layout', act: (b) => b.press('path.floor[aria-label^="Bedroom 2"]') },
	{ name: 'circuit', path: '/job/quillback/circuit', act: pickRow('Water heater') },
	{ name: 'panel', path: '/job/marrow-street/circuit', dark: true, act: (b) => b.click('main button', 'Panel') },
	{ name: 'protect', path: '/job/quillback/protect', act: pickRow('K-06') },
	{
		name: 'devices',
		path: '/job/quillback/protect',
		act: async (b) => {
			await b.click('main button', 'Devices');
			await b.click('main table button.row', 'Refrigerator');
		}
	},
	{
		name: 'replace',
		path: '/job/marrow-street/protect',
		act: async (b) => {
			await b.click('main button', 'Replace');
			await b.click('main table button.row', 'BD-02');
		}
	},

	{
		name: 'phone-call',
		path: '/job/marrow-street/walk?view=call-inside&box=bd-02',
		size: PHONE,
		act: async (b) => void (await b.find('.inside'))
	},
	{ name: 'prove', path: '/job/quillback/prove', act: pickRow('W-01') },
	{ name: 'meaning', path: '/job/marrow-street/prove?box=sw-04', dark: true, act: (b) => b.click('main button', 'Meaning') },
	{
		name: 'trace',
		path: '/job/marrow-street/trace?box=sw-03',
		act: async (b) => void (await b.find('.next .big'))
	},
	{ name: 'trim', path: '/job/quillback/trim?view=make-up&box=k-03', act: async (b) => void (await b.find('.work')) },
	{ name: 'handover', path: '/job/marrow-street/handover' },
	{
		name: 'phone-prove',
		path: '/job/marrow-street/prove?box=sw-04',
		size: PHONE,
		dark: true,
		act: async (b) => {
			await b.set('.sender select', 'simulated');
			await b.says('live', '.sender .state');
		}
	},
	{ name: 'phone-outlets', path: '/job/marrow-street/walk?view=several&room=sewing', size: PHONE },
	// Last: they change the demo house.
	{
		name: 'rough',
		path: '/job/quillback/rough?view=routes&circuit=c3',
		act: async (b) => {
			await b.click('main .bar button', 'Lay');
			await b.find('.plan .way');
		}
	},
	{ name: 'propose', path: '/job/quillback/circuit', act: propose }
];
const [only, folder = 'docs/screenshots'] = process.argv.slice(2);
const wanted = only && only !== 'all' ? only.split(',') : null;

mkdirSync(folder, { recursive: true });
const server = await serve();
const browser = await Browser.open(server.url);
try {
	await browser.go('/');
	await browser.says('Marrow Street');
	for (const shot of SHOTS.filter((s) => !wanted || wanted.includes(s.name))) {
		await browser.resize(shot.size ?? DESK);
		await browser.run('localStorage.theme = arguments[0]', shot.dark ? 'dark' : 'light');
		await browser.go(shot.path);
		await browser.find(shot.path === '/' ? 'table.data a.job' : '.frame');
		await new Promise((r) => setTimeout(r, 500));
		await shot.act?.(browser);
		await new Promise((r) => setTimeout(r, 700));
		writeFileSync(`${folder}/${shot.name}.png`, await browser.shot(), 'base64');
		console.log(shot.name);
	}
	for (const complaint of await browser.complaints()) console.error(complaint);
} finally {
	await browser.close();
	await server.stop();
}

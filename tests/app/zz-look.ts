// throwaway
import { mkdirSync, writeFileSync } from 'node:fs';
import { Browser, DESK, PHONE, serve } from './browser';
mkdirSync('/tmp/look', { recursive: true });
const server = await serve(4999);
const b = await Browser.open(server.url);
const want = process.argv[2]?.split(',');
const shot = async (n: string) => {
	await new Promise((r) => setTimeout(r, 700));
	writeFileSync(`/tmp/look/${n}.png`, await b.shot(), 'base64');
	console.log(n);
};
try {
	await b.go('/');
	await b.says('Marrow Street', 'body', 30000);
	const on = (n: string) => !want || want.includes(n);
	if (on('circuits')) {
		await b.go('/job/quillback/circuit');
		await b.click('table.data button.row', 'Refrigerator');
		await shot('circuits');
	}
	if (on('board')) {
		await b.go('/job/quillback/circuit');
		await b.click('main button', 'Outlets');
		await shot('board');
	}
	if (on('panel')) {
		await b.go('/job/quillback/circuit');
		await b.click('main button', 'Panel');
		await b.find('[data-breaker="20"]');
		await b.click('[data-breaker="20"]');
		await shot('panel');
	}
	if (on('panel-marrow')) {
		await b.go('/job/marrow-street/circuit');
		await b.click('main button', 'Panel');
		await b.find('.schedule');
		await shot('panel-marrow');
	}
	if (on('propose')) {
		await b.go('/');
		const input = await b.find('input[type=file]');
		await input.sendKeys('/tmp/bare.json');
		await b.says('Bare house');
		await new Promise((r) => setTimeout(r, 800));
		const url = new URL(await b.driver.getCurrentUrl()).pathname;
		console.log(url);
		await b.go('/job/bare/circuit');
		await b.click('main button', 'Propose circuits');
		await shot('propose-0');
		await b.click('main button', 'Propose circuits for');
		await b.says('Across the crawl', 'main', 20000);
		await shot('propose-1');
		await b.click('main button', 'Make these');
		await b.says('20 circuits', 'main');
		await shot('propose-2');
		await b.click('main button', 'Panel');
		await shot('propose-3');
	}
	if (on('nameplate')) {
		await b.go('/job/quillback/circuit');
		await b.click('table.data button.row', 'Water heater');
		await b.click('.slip summary', 'Facts');
		await b.click('.slip summary', 'Nameplate');
		await shot('nameplate');
	}
	if (on('multiwire')) {
		await b.go('/job/quillback/circuit');
		await b.click('table.data button.row', 'Bedroom 1 rec');
		await b.click('.slip summary', 'Facts');
		await b.click('.slip summary', 'Shared neutral');
		await b.withText('.slip label', 'Shares its neutral');
		const id = await b.run<string>(
			`return [...document.querySelectorAll('.slip label')].find(l=>l.textContent.includes('Shares its neutral')).getAttribute('for')`
		);
		const v = await b.run<string>(
			`return [...document.getElementById(arguments[0]).options].find(o=>o.textContent.startsWith('12')).value`,
			id
		);
		await b.set(`#${CSS_escape(id)}`, v);
		await b.says('share a neutral');
		await b.click('main button', 'Multiwire');
		await shot('multiwire');
	}
	if (on('phone')) {
		await b.resize(PHONE);
		await b.go('/job/quillback/circuit');
		await b.click('main button', 'Panel');
		await shot('phone-panel');
		await b.click('main button', 'Outlets');
		await shot('phone-board');
		await b.resize(DESK);
	}
	console.log(await b.complaints());
} finally {
	await b.close();
	await server.stop();
}
function CSS_escape(s: string) {
	return s.replace(/[^\w-]/g, (c) => '\\' + c);
}

import { mkdirSync, writeFileSync } from 'node:fs';
import { Browser, DESK, PHONE, serve } from '../tests/app/browser';
const SMALL = { width: 360, height: 640 };
const server = await serve();
mkdirSync('/tmp/look', { recursive: true });
let page = '';
for (const arg of process.argv.slice(2)) {
	const [name = '', path = '', size = 'desk', theme = 'light', acts = ''] = arg.split('|');
	const b = await Browser.open(server.url, { desk: DESK, phone: PHONE, small: SMALL }[size] ?? DESK);
	try {
		await b.go('/');
		await b.run(`localStorage.theme = '${theme}'; document.documentElement.dataset.theme = '${theme}'`);
		if (process.env.FILE) {
			await b.says('Jobs in this browser');
			await (await b.find('input[type=file]')).sendKeys(process.env.FILE);
			await b.find('.frame');
			page = new URL(await b.driver.getCurrentUrl()).pathname.split('/').slice(0, 3).join('/');
		}
		await b.go(path.replace('JOB', page)); if (path.includes('job') || path.includes('JOB')) await b.find('.frame, .thread');
		await b.settled();
		for (const act of acts.split(';').filter(Boolean)) {
			const [kind, css = '', value = ''] = act.split('~');
			if (kind === 'click') await b.click(css, value || undefined);
			if (kind === 'type') await b.type(css, value);
			if (kind === 'set') await b.set(css, value);
			if (kind === 'wait') await new Promise((r) => setTimeout(r, Number(css)));
			if (kind === 'js') await b.run(css);
			if (kind === 'text') console.log(await b.text(css));
		}
		await b.settled();
	} catch (e) {
		console.log(name, String(e).slice(0, 600));
	}
	writeFileSync(`/tmp/look/${name}.png`, Buffer.from(await b.shot(), 'base64'));
	await b.close();
}
await server.stop();

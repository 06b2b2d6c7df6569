import { mkdirSync, writeFileSync } from 'node:fs';
import { Browser } from '../tests/app/browser';

/** Icons of the mark in all sizes, from one drawing: `npm run icons`. */
const mark = `<g fill="none" stroke-width="2.2">
	<path d="M9 6.5h9" stroke="#1e1a15"/><path d="M9 10h9" stroke="#6a6154" stroke-width="1.6"/><path d="M9 13.5h9" stroke="#2d8a57"/>
	<rect x="1.5" y="2" width="8" height="16" rx="1" fill="#a14e1c" stroke="#a14e1c"/>
	<rect x="17.5" y="4" width="7" height="12" rx="1" stroke="#1e1a15"/></g>
	<path d="M3.5 7.2h4" stroke="#fffaf2" stroke-width="2.2"/>`;
/** On paper: with corners for a tab, to the edge for a home screen, which cuts it itself. */
const drawing = (round: number, margin: number): string => {
	const side = 26 + 2 * margin;
	return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${-margin} ${10 - side / 2} ${side} ${side}"><rect x="${-margin}" y="${10 - side / 2}" width="${side}" height="${side}" rx="${round}" fill="#f4efe4"/>${mark}</svg>`;
};
const PICTURES = [
	{ file: 'icon-192.png', px: 192, svg: drawing(4, 3) },
	{ file: 'icon-512.png', px: 512, svg: drawing(4, 3) },
	{ file: 'icon-maskable-512.png', px: 512, svg: drawing(0, 9) },
	{ file: 'apple-touch-icon.png', px: 180, svg: drawing(0, 5) }
];
mkdirSync('static', { recursive: true });
writeFileSync('static/favicon.svg', `${drawing(4, 2).replace(/\n\s*/g, '')}\n`);
const browser = await Browser.open('');
try {
	for (const { file, px, svg } of PICTURES) {
		await browser.resize({ width: px, height: px });
		await browser.driver.get(
			`data:text/html,${encodeURIComponent(`<body style="margin:0">${svg.replace('<svg', `<svg width="${px}" height="${px}"`)}`)}`
		);
		writeFileSync(`static/${file}`, await browser.shot(), 'base64');
	}
} finally {
	await browser.close();
}

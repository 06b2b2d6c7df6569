import type { Browser } from './browser';

/** What reaches beyond the page at its right, where nothing around it scrolls. */
export const beyond = (b: Browser): Promise<string[]> =>
	b.run<string[]>(`
		const wide = innerWidth + 1;
		const out = document.documentElement.scrollWidth > wide ? ['the page scrolls sideways: ' + document.documentElement.scrollWidth] : [];
		const scrolls = (e) => { for (let x = e; x && x !== document.body; x = x.parentElement) { const o = getComputedStyle(x); if (/auto|scroll/.test(o.overflowX) || x.tagName === 'svg' || o.textOverflow === 'ellipsis') return true; } return false; };
		for (const e of document.querySelectorAll('main *, dialog *, header *, .card *')) {
			const r = e.getBoundingClientRect();
			const text = [...e.childNodes].some((n) => n.nodeType === 3 && n.data.trim());
			const control = /^(BUTTON|INPUT|SELECT|TEXTAREA|A)$/.test(e.tagName);
			if ((text || control) && r.width > 1 && r.height > 1 && r.right > wide && getComputedStyle(e).visibility === 'visible' && !scrolls(e))
				out.push(e.tagName + '.' + e.className + ' "' + (e.textContent || e.getAttribute('aria-label') || '').trim().slice(0, 30) + '" to ' + Math.round(r.right));
		}
		return out.slice(0, 5);`);

/** Controls that a thumb misses: under 44 px high or, where they are buttons, wide; links within a text and what a label makes larger are not. */
export const underThumb = (b: Browser): Promise<string[]> =>
	b.run<string[]>(`
		const least = 43.5;
		const out = new Set();
		for (const e of document.querySelectorAll('button, select, textarea, input:not([type=hidden]):not([type=file]), a[href]')) {
			const label = e.closest('label') ?? (e.id && document.querySelector('label[for="' + CSS.escape(e.id) + '"]'));
			const boxes = [e, ...(label && /checkbox|radio/.test(e.type) ? [label] : [])].map((x) => x.getBoundingClientRect());
			const style = getComputedStyle(e);
			const [high, wide] = [Math.max(...boxes.map((r) => r.height)), Math.max(...boxes.map((r) => r.width))];
			if (high < 2 || wide < 2 || style.visibility !== 'visible' || e.closest('[inert], svg')) continue;
			if (e.tagName === 'A' && style.display === 'inline') continue;
			if (high < least || (e.tagName === 'BUTTON' && wide < least))
				out.add(e.tagName + '.' + (e.getAttribute('class') ?? '').slice(0, 40) + ' "' + (e.textContent || e.getAttribute('aria-label') || '').trim().slice(0, 30) + '" ' + Math.round(wide) + 'x' + Math.round(high));
		}
		return [...out].slice(0, 8);`);

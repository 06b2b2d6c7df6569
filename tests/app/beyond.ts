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

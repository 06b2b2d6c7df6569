/** At rest a whole row stands below a table's head, never half of one. @param content what scrolls, its tables' heads at its top */
export function wholeRow(content: HTMLElement): void {
	const top = content.getBoundingClientRect().top;
	const cell = [...content.querySelectorAll('table.data th')].find((h) => Math.abs(h.getBoundingClientRect().top - top) < 1);
	if (!cell || content.scrollTop === 0) return;
	const head = cell.getBoundingClientRect().bottom;
	const rows = cell.closest('table')?.querySelectorAll('tbody tr') ?? [];
	const cut = [...rows].map((r) => r.getBoundingClientRect()).find((r) => r.top < head - 1 && r.bottom > head + 1);
	if (cut) content.scrollBy({ top: (head - cut.top > cut.bottom - head ? cut.bottom : cut.top) - head });
}
/** Rows that come late or grow move what had come to rest. */
export function keepsWholeRows(table: HTMLElement): { destroy: () => void } {
	const look = new ResizeObserver(() => {
		const content = table.closest<HTMLElement>('.content');
		if (content) wholeRow(content);
	});
	look.observe(table);
	return { destroy: () => look.disconnect() };
}

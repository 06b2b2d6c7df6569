/** Whether what is done outlives this tab: said wherever something could end it. */
export const keeps = { store: true };
/** What becomes of the work when the page is loaded anew, in words. */
export const onReload = (): string =>
	keeps.store ? 'Your work is kept.' : 'Your work is only in this tab: save a job file before you reload.';

/** The page's head and what Hekto is, painted before any of its script is there: see app.html. */
export const dropShell = (): void => document.getElementById('shell')?.remove();

// The browser holds the data: nothing of a job can be made ready on a server.
export const ssr = false;
export const prerender = false;

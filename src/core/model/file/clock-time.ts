/** Whether a text is a moment that a calendar has, in this age of electric light. */
export const isTime = (text: string): boolean => {
	const at = Date.parse(text);
	return at > Date.UTC(1880, 0) && at < Date.UTC(2200, 0);
};

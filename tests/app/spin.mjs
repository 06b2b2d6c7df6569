/** In the place of the server's worker: does what its body says. */
export default ({ body }) => {
	const { ms = 0, fails = false } = JSON.parse(new TextDecoder().decode(body));
	if (fails) throw new Error('a stack that nobody may see');
	const until = performance.now() + ms;
	while (performance.now() < until);
	return { status: 200, text: `${ms}` };
};

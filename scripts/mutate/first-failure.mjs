/** A reporter that ends the run at the first test that fails: a mutant dies once. */
export default async function* firstFailure(events) {
	for await (const { type, data } of events)
		if (type === 'test:fail') {
			process.stdout.write(`killed by ${data.name}\n`);
			process.exit(1);
		}
	yield '';
}

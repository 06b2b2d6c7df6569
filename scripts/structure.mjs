import { readdirSync, readFileSync } from 'node:fs';
import ts from 'typescript';
import { circles } from './imports.mjs';

/**
 * What lint cannot see, or not in the time: no circle of imports, in core those of types included (what two files need of each
 * other stands in a third); every exported function of core says what it answers, and names its parameters where it has more
 * than three.
 */
const sources = readdirSync('src', { recursive: true })
	.map((f) => `src/${f}`)
	.filter((f) => /\.(ts|svelte)$/.test(f));
const wrong = circles(sources, (file) => file.startsWith('src/core/')).map((c) => `circle of imports: ${c.join(' -> ')}`);
for (const file of readdirSync('src/core', { recursive: true }).map(String)) {
	// Rows of a table: their order is their column.
	if (!file.endsWith('.ts') || file.startsWith('code/editions/')) continue;
	const text = readFileSync(`src/core/${file}`, 'utf8');
	for (const { name, fn, statement } of exportedFunctions(ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true))) {
		if (fn.parameters.length > 3)
			wrong.push(`${file}: ${name} has ${fn.parameters.length} parameters; from four on they are named`);
		const above = ts.getLeadingCommentRanges(text, statement.getFullStart())?.at(-1);
		if (!above || !text.slice(above.pos, above.end).startsWith('/**'))
			wrong.push(`${file}: ${name} does not say what it answers`);
	}
}
for (const line of wrong) console.error(line);
if (wrong.length) process.exit(1);

function exportedFunctions(source) {
	return source.statements
		.filter((s) => s.modifiers?.some((m) => m.kind === ts.SyntaxKind.ExportKeyword))
		.flatMap((statement) => {
			if (ts.isFunctionDeclaration(statement)) return [{ name: statement.name?.text, fn: statement, statement }];
			if (!ts.isVariableStatement(statement)) return [];
			return statement.declarationList.declarations.flatMap((d) => {
				const fn = functionOf(d.initializer);
				return fn ? [{ name: d.name.getText(), fn, statement }] : [];
			});
		});
}
/** An arrow function, or one that is kept by its arguments: `once((job) => ...)`. */
function functionOf(value) {
	if (!value) return null;
	if (ts.isArrowFunction(value)) return value;
	return ts.isCallExpression(value) && value.arguments.length === 1 ? functionOf(value.arguments[0]) : null;
}

import { readFileSync } from 'node:fs';
import madge from 'madge';
import ts from 'typescript';

/**
 * What lint cannot see of core: no circle of imports, those of types included (what two files need of each other stands in
 * a third); every exported function says what it answers, and names its parameters where it has more than three.
 */
const graph = await madge('src/core', { fileExtensions: ['ts'], tsConfig: 'tsconfig.json' });
const wrong = graph.circular().map((circle) => `circle of imports: ${[...circle, circle[0]].join(' -> ')}`);
for (const file of Object.keys(graph.obj())) {
	// Rows of a table: their order is their column.
	if (file.startsWith('code/editions/')) continue;
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
			return statement.declarationList.declarations
				.filter((d) => d.initializer && ts.isArrowFunction(d.initializer))
				.map((d) => ({ name: d.name.getText(), fn: d.initializer, statement }));
		});
}

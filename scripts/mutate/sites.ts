import ts from 'typescript';

/** One change of one token of a source file. */
export interface Site {
	/** From the root of the repository. */
	file: string;
	from: number;
	to: number;
	line: number;
	/** The line as it reads, and which of the same token in it. */
	reads: string;
	nth: number;
	was: string;
	becomes: string;
	/** The innermost function it stands in, by its place in the file; null: it is read when the module is. */
	within: number | null;
}

const COMPARISONS: Partial<Record<ts.SyntaxKind, string>> = {
	[ts.SyntaxKind.LessThanToken]: '<=',
	[ts.SyntaxKind.LessThanEqualsToken]: '<',
	[ts.SyntaxKind.GreaterThanToken]: '>=',
	[ts.SyntaxKind.GreaterThanEqualsToken]: '>',
	[ts.SyntaxKind.EqualsEqualsEqualsToken]: '!==',
	[ts.SyntaxKind.ExclamationEqualsEqualsToken]: '===',
	[ts.SyntaxKind.EqualsEqualsToken]: '!=',
	[ts.SyntaxKind.ExclamationEqualsToken]: '==',
	[ts.SyntaxKind.AmpersandAmpersandToken]: '||',
	[ts.SyntaxKind.BarBarToken]: '&&'
};
const SEVERITIES: Readonly<Record<string, string>> = { violation: 'caution', caution: 'advice', advice: 'violation' };

export const isFunction = (n: ts.Node): n is ts.FunctionLikeDeclaration & { body: ts.ConciseBody } =>
	ts.isFunctionLike(n) && 'body' in n && !!n.body;

const isKey = (n: ts.StringLiteral): boolean => ts.isPropertyAssignment(n.parent) && n.parent.name === n;

/** What a token becomes, or nothing where it is none of those that are changed. */
function becomes(n: ts.Node): string | undefined {
	if (ts.isNumericLiteral(n)) {
		const value = Number(n.text.replaceAll('_', ''));
		return String(Number.isInteger(value) ? value + 1 : Number((value * 1.25).toPrecision(6)));
	}
	if (n.kind === ts.SyntaxKind.TrueKeyword) return 'false';
	if (n.kind === ts.SyntaxKind.FalseKeyword) return 'true';
	if (ts.isStringLiteral(n) && n.text in SEVERITIES && !isKey(n)) return `'${SEVERITIES[n.text]}'`;
	return n.parent && ts.isBinaryExpression(n.parent) && n === n.parent.operatorToken ? COMPARISONS[n.kind] : undefined;
}

/** Every place of a file that can be changed: numbers, comparisons, booleans, severities. Not types, not imports. */
export function sitesOf(file: string, text: string): Site[] {
	const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
	const found: Site[] = [];
	const lines = text.split('\n');
	const walk = (n: ts.Node, within: number | null): void => {
		if (ts.isTypeNode(n) || ts.isImportDeclaration(n) || ts.isInterfaceDeclaration(n) || ts.isTypeAliasDeclaration(n)) return;
		const next = becomes(n);
		if (next !== undefined) {
			const from = n.getStart();
			const line = source.getLineAndCharacterOfPosition(from).line + 1;
			const reads = (lines[line - 1] ?? '').trim();
			const was = n.getText();
			const nth = found.filter((s) => s.line === line && s.was === was).length;
			found.push({ file, from, to: n.end, line, reads, nth, was, becomes: next, within });
		}
		const inside = isFunction(n) ? n.body.pos : within;
		n.forEachChild((child) => walk(child, isFunction(n) && child === n.body ? inside : within));
	};
	walk(source, null);
	return found;
}

/**
 * The file with a mark in each function, so that a run tells which of them it came through: `__hit` has a number for each.
 * @param numberOf the number of a function, by its place in the file
 */
export function marked(file: string, text: string, numberOf: (within: number) => number): string {
	const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
	const marks: [at: number, insert: string][] = [];
	const walk = (n: ts.Node): void => {
		if (isFunction(n)) {
			const { body } = n;
			const hit = `__hit[${numberOf(body.pos)}]=1`;
			if (ts.isBlock(body)) marks.push([body.getStart() + 1, `${hit};`]);
			else marks.push([body.getStart(), `(${hit},`], [body.end, ')']);
		}
		n.forEachChild(walk);
	};
	walk(source);
	// From the end, so that what stands before keeps its place; where two fall together the inner one closes first.
	return marks
		.map((m, order) => ({ m, order }))
		.sort((a, b) => b.m[0] - a.m[0] || b.order - a.order)
		.reduce((s, { m: [at, insert] }) => s.slice(0, at) + insert + s.slice(at), text);
}

import { readdirSync, readFileSync } from 'node:fs';
import { parse } from 'svelte/compiler';
import ts from 'typescript';

/** Every text of the program that a user may read: string literals of its code, text and attributes of its components. */
export interface Said {
	file: string;
	text: string;
}
/** More than a key or a name of a class: words with a space between, or a capital at the head. */
const isProse = (text: string): boolean => /[a-zA-Z]{2,}.*\s.*[a-zA-Z]{2,}/.test(text) || /^[A-Z][a-z]+/.test(text);
/** Attributes that nobody reads. */
const UNREAD =
	/^(class|style|type|d|viewBox|href|id|role|for|name|kind|inputmode|autocomplete|look|stroke.*|fill|text-anchor|transform|accept)$/;

export function textsOf(root: string): Said[] {
	return readdirSync(root, { recursive: true, encoding: 'utf8' })
		.filter((f) => /\.(ts|svelte)$/.test(f))
		.flatMap((f) => {
			const file = `${root}/${f}`;
			const source = readFileSync(file, 'utf8');
			const texts = f.endsWith('.svelte') ? ofComponent(source) : ofCode(source);
			return texts.map((text) => ({ file, text: text.replace(/\s+/g, ' ').trim() }));
		})
		.filter(({ text }) => isProse(text));
}

function ofCode(source: string): string[] {
	const found: string[] = [];
	const visit = (n: ts.Node): void => {
		if (ts.isImportDeclaration(n)) return;
		if (ts.isStringLiteral(n) || ts.isNoSubstitutionTemplateLiteral(n)) found.push(n.text);
		if (ts.isTemplateExpression(n)) found.push(n.head.text + n.templateSpans.map((s) => `{}${s.literal.text}`).join(''));
		ts.forEachChild(n, visit);
	};
	visit(ts.createSourceFile('x.ts', source, ts.ScriptTarget.Latest, true));
	return found;
}

interface Node {
	type?: string;
	[key: string]: unknown;
}
function ofComponent(source: string): string[] {
	const ast = parse(source, { modern: true });
	const found = ast.instance
		? ofCode(
				source.slice(
					(ast.instance.content as unknown as { start: number }).start,
					(ast.instance.content as unknown as { end: number }).end
				)
			)
		: [];
	const visit = (value: unknown): void => {
		if (Array.isArray(value)) return value.forEach(visit);
		if (!value || typeof value !== 'object') return;
		const n = value as Node;
		if (n.type === 'Attribute' && UNREAD.test(String(n.name))) return;
		if (n.type === 'Text') found.push(String(n.data));
		if (n.type === 'Literal' && typeof n.value === 'string') found.push(n.value);
		if (n.type === 'TemplateLiteral')
			found.push((n.quasis as { value: { cooked: string } }[]).map((q) => q.value.cooked).join('{}'));
		for (const [key, child] of Object.entries(n)) if (key !== 'parent') visit(child);
	};
	visit(ast.fragment);
	return found;
}

import ts from 'typescript';
import { join } from 'node:path';
import { ROOT } from './files';

/** What the type check says of a file as it would be: it is a part of `npm test`, and quicker than any test. */
export class TypeCheck {
	private readonly changed = new Map<string, { text: string; version: number }>();
	private readonly service: ts.LanguageService;
	constructor(files: readonly string[]) {
		const config = ts.readConfigFile(join(ROOT, 'tsconfig.json'), ts.sys.readFile) as { config: unknown };
		const { options } = ts.parseJsonConfigFileContent(config.config, ts.sys, ROOT);
		const roots = files.map((f) => join(ROOT, f));
		this.service = ts.createLanguageService({
			getCompilationSettings: () => options,
			getScriptFileNames: () => roots,
			getScriptVersion: (f) => String(this.changed.get(f)?.version ?? 0),
			getScriptSnapshot: (f) => {
				const text = this.changed.get(f)?.text ?? ts.sys.readFile(f);
				return text === undefined ? undefined : ts.ScriptSnapshot.fromString(text);
			},
			getCurrentDirectory: () => ROOT,
			getDefaultLibFileName: (o) => ts.getDefaultLibFilePath(o),
			fileExists: ts.sys.fileExists,
			readFile: ts.sys.readFile,
			readDirectory: ts.sys.readDirectory,
			directoryExists: ts.sys.directoryExists,
			getDirectories: ts.sys.getDirectories
		});
	}
	/** @returns whether the check refuses the file with this text */
	refuses(file: string, text: string): boolean {
		const path = join(ROOT, file);
		const was = this.changed.get(path);
		const version = (was?.version ?? 0) + 1;
		this.changed.set(path, { text, version });
		return this.service.getSemanticDiagnostics(path).length > 0;
	}
}

import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url));

export function filesUnder(folder: string, ending: string): string[] {
	return readdirSync(join(ROOT, folder), { recursive: true })
		.map(String)
		.filter((f) => f.endsWith(ending))
		.map((f) => join(folder, f))
		.sort();
}
export const textOf = (file: string): string => readFileSync(join(ROOT, file), 'utf8');

import { readDraft, writeDraft } from './drafts';

/** The fields of a form that is filled and not kept yet, under a key of its own. Made while its component is. */
export class FormDraft<Fields extends Readonly<Record<string, string | boolean>>> {
	/** As typed. */
	now: Fields;

	constructor(
		private readonly key: string,
		private readonly empty: Fields
	) {
		this.now = $state(this.taken());
		$effect(() => {
			const typed = { ...this.now };
			const same = Object.entries(empty).every(([name, value]) => typed[name] === value);
			writeDraft(key, same ? null : JSON.stringify(typed));
		});
	}
	/** What was typed before, as far as it is of these fields. */
	private taken(): Fields {
		try {
			const kept = JSON.parse(readDraft(this.key) ?? '{}') as Record<string, unknown>;
			const own = Object.entries(this.empty).map(([name, value]) => [
				name,
				typeof kept[name] === typeof value ? kept[name] : value
			]);
			return Object.fromEntries(own) as Fields;
		} catch {
			return { ...this.empty };
		}
	}
	/** It was kept, or thrown away. */
	clear(): void {
		Object.assign(this.now, this.empty);
	}
}

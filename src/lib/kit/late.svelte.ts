/** Parts of Hekto that come when they are first needed, and may not come: after a new version, or with no network. */
export const late = $state({ failed: false });

/** Loads a part. @returns null where it did not come: the page then says so, with a way to reload */
export async function part<T>(load: () => Promise<T>): Promise<T | null> {
	try {
		return await load();
	} catch {
		late.failed = true;
		return null;
	}
}

/**
 * A part by its page's own import. A browser remembers that a file did not come, and does not ask for it again under its address:
 * it is asked for under another one.
 * @throws what the import threw, where it does not come that way either
 */
export async function fetched<T extends { default: unknown }>(load: () => Promise<T>): Promise<T> {
	try {
		return await load();
	} catch (error) {
		const [address] = /https?:\S+?\.js/.exec(String(error)) ?? [];
		if (!address) throw error;
		const again: unknown = await import(/* @vite-ignore */ `${address}?again=${Date.now()}`).catch(() => null);
		if (!isPart<T>(again)) throw error;
		return again;
	}
}
const isPart = <T extends { default: unknown }>(of: unknown): of is T => typeof of === 'object' && of !== null && 'default' in of;

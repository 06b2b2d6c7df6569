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

import type { PageLoad } from './$types';
import { error } from '@sveltejs/kit';
import { isStage } from '$lib/frame/stages';

export const load = (({ params }) => {
	if (!isStage(params.stage)) error(404, `There is no stage "${params.stage}".`);
	return { stage: params.stage };
}) satisfies PageLoad;

import { error } from '@sveltejs/kit';
import { isStage } from '$lib/frame/stages';
export function load({ params }) {
	if (!isStage(params.stage)) error(404, `There is no stage "${params.stage}".`);
	return { stage: params.stage };
}

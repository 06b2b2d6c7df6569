import { error } from '@sveltejs/kit';
import { isStage } from '$lib/stages/stages';
export function load({ params }) {
	if (!isStage(params.stage)) error(404, `There is no stage "${params.stage}".`);
	return { stage: params.stage };
}

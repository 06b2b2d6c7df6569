import { editions } from '$core/code/editions';
import { checkServiceLoad } from '$core/formats/api-requests';
import { serviceLoad } from '$core/circuits/service-load';
import { answer } from '$lib/server/answer';

export const POST = ({ request }) =>
	answer(request, checkServiceLoad, ({ edition, ...c }) => ({ ok: true, value: serviceLoad(editions[edition], c) }));

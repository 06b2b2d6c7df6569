import { editions } from '$core/code/editions';
import { answerNetwork, checkNetwork } from '$core/formats/network-requests';
import { answer } from '$lib/server/answer';

export const POST = ({ request }) =>
	answer(request, checkNetwork, (body) => ({ ok: true, value: answerNetwork(editions[body.edition], body) }));

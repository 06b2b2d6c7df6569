import { editions } from '$core/code/editions';
import { checkBoxFill } from '$core/formats/api-requests';
import { boxFill } from '$core/rough/box-fill';
import { answer } from '$lib/server/answer';

export const POST = ({ request }) =>
	answer(request, checkBoxFill, ({ edition, ...c }) => ({ ok: true, value: boxFill(editions[edition], c) }));

import { editions } from '$core/code/editions';
import { checkWalls } from '$core/formats/api-requests';
import { layoutWalls } from '$core/layout/walls';
import { answer } from '$lib/server/answer';

export const POST = ({ request }) =>
	answer(request, checkWalls, ({ edition, ...c }) => ({ ok: true, value: layoutWalls(editions[edition], c) }));

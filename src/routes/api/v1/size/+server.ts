import { sizeCircuit } from '$core/circuits/size';
import { editions } from '$core/code/editions';
import { checkSize } from '$core/formats/api-requests';
import { answer } from '$lib/server/answer';

export const POST = ({ request }) => answer(request, checkSize, ({ edition, ...c }) => sizeCircuit(editions[edition], c));

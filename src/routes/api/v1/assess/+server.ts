import { answerAssess, checkAssess } from '$core/formats/assess-request';
import { answer } from '$lib/server/answer';

export const POST = ({ request }) => answer(request, checkAssess, (file) => ({ ok: true, value: answerAssess(file) }));

import { checkProtect } from '$core/formats/api-requests';
import { protectAll } from '$core/protection/needs';
import { answer } from '$lib/server/answer';

export const POST = ({ request }) => answer(request, checkProtect, (body) => ({ ok: true, value: protectAll(body) }));

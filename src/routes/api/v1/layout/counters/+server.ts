import { editions } from '$core/code/editions';
import { checkCounters } from '$core/formats/api-requests';
import { layoutCounters } from '$core/layout/counters';
import { answer } from '$lib/server/answer';

export const POST = ({ request }) =>
	answer(request, checkCounters, ({ edition, ...c }) => ({ ok: true, value: layoutCounters(editions[edition], c) }));

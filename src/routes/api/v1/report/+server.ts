import { answer } from '$lib/server/answer';

export const POST = answer('report');

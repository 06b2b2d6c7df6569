import { notHere } from '$lib/server/answer';

export const fallback = ({ params }) => notHere(params.rest);

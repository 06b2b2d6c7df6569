import type { RequestHandler } from './$types';
import { notHere } from '$lib/server/answer';

export const fallback: RequestHandler = ({ params }) => notHere(params.rest);

import { json } from '@sveltejs/kit';
import { DEMOS } from '$core/demo';
import { openApi } from '$core/formats/openapi';

export const GET = () => json(openApi(Object.keys(DEMOS)));

import { DEMOS } from '$core/demo';
import { openApi } from '$core/formats/openapi';
import { always } from '$lib/server/answer';

export const GET = always(() => openApi(Object.keys(DEMOS)));

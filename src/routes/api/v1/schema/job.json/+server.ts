import { jsonSchemaOf } from '$core/formats/json-schema';
import { jobFileSchema } from '$core/model/file/schema';
import { always } from '$lib/server/answer';

export const GET = always(() => ({
	$schema: 'https://json-schema.org/draft/2020-12/schema',
	title: 'Hekto job file',
	...jsonSchemaOf(jobFileSchema)
}));

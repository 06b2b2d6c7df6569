import { json } from '@sveltejs/kit';
import { jsonSchemaOf } from '$core/formats/json-schema';
import { jobFileSchema } from '$core/model/schema';

export const GET = () =>
	json({ $schema: 'https://json-schema.org/draft/2020-12/schema', title: 'Hekto job file', ...jsonSchemaOf(jobFileSchema) });

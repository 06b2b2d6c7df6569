import type { EditionKey } from '../../model/kinds';
import type { Edition } from '../shape/edition';
import { edition2017 } from './2017';
import { edition2020 } from './2020';
import { edition2023 } from './2023';

/** To add an edition: add its file, a row here, its key to `EDITIONS`, and its cases to the tests. */
export const editions: Readonly<Record<EditionKey, Edition>> = { 2017: edition2017, 2020: edition2020, 2023: edition2023 };

import { BEGIN_SAID } from '../beginning/beginning.ts';
import { need, oneOf, shape, versionOrNone } from '../checks/fields.ts';

/** What a person says of a step of the first hour; `open` takes it back. */
export const beginSaidForm = shape({ version: versionOrNone(), said: need(oneOf(['open', ...BEGIN_SAID] as const)) });

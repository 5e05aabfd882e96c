import type * as yup from 'yup';
import { passphraseProblem } from '../access/passphrase.ts';
import { ROLES } from '../access/standing.ts';
import { filled, id, need, oneOf, orNull, shape, text, version } from '../checks/fields.ts';

/** Forms about who works at the desk, and how they get in. */

const name = () => filled(80, 'give the name');

/** A new passphrase: long, and none of the commonest. */
const newPassphrase = () =>
  text(400)
    .required('think of a passphrase')
    .test('fit', function (value) {
      const problem = value == null ? null : passphraseProblem(value);
      return problem === null || this.createError({ message: problem });
    }) as yup.StringSchema<string>;

export const signInForm = shape({
  name: name(),
  passphrase: text(400).required('give the passphrase') as yup.StringSchema<string>,
});

/** The first coordinator, made on the computer itself. */
export const firstCoordinatorForm = shape({ name: name(), passphrase: newPassphrase() });

export const ownPassphraseForm = shape({
  /** The one until now. */
  old: text(400).required('give the passphrase that you have now') as yup.StringSchema<string>,
  passphrase: newPassphrase(),
});

/** A passphrase that a coordinator gives to somebody. */
export const passphraseForm = shape({ passphrase: newPassphrase() });

export const personForm = shape({ name: name(), role: oneOf(ROLES) });
export const personEditForm = shape({ name: name(), role: need(oneOf(ROLES)), version: version() });

/** Who sits at a desk that was unlocked; null gets up. */
export const sitForm = shape({ personId: orNull(id()) });

/** A key by which a script reads: what it is for. */
export const scriptKeyForm = shape({ name: filled(80, 'say what the key is for') });

import { dirname } from 'node:path';
import { describe, expect, it } from 'vitest';
import { runPerson } from '../src/access/command.ts';
import { openTestLibrary, rowCounts } from './library.ts';
import { PASSPHRASE, signIn } from './signIns.ts';

describe('the command for people', () => {
  const says = (...answers: string[]) => {
    const asked = [...answers];
    return () => Promise.resolve(asked.shift() ?? '');
  };

  it('makes a coordinator, and gives a new passphrase that puts others out, beside the running program', async () => {
    const library = await openTestLibrary();
    const folder = dirname(library.file);
    expect(await runPerson([], folder, says())).toContain('Nobody is at the desk yet.');
    const made = await runPerson(['Ottilie', 'Vane'], folder, says(PASSPHRASE));
    expect(made).toBe('Ottilie Vane works at the desk as a coordinator. They sign in with this name and passphrase.');
    const ottilie = await signIn(library, 'Ottilie Vane');
    expect((await ottilie.send('GET', '/people')).status).toBe(200);
    // The last coordinator stays one.
    await expect(runPerson(['ottilie vane', '--volunteer'], folder, says('ten peas rolled away'))).rejects.toThrow('without a coordinator');
    expect((await ottilie.send('GET', '/lots')).status).toBe(200);
    expect(await runPerson(['ottilie vane'], folder, says('ten peas rolled away'))).toContain('Ottilie Vane has a new passphrase');
    expect((await ottilie.send('GET', '/lots')).status).toBe(401);
    const again = await signIn(library, 'Ottilie Vane', 'ten peas rolled away');
    // Whoever forgot theirs may no more than before.
    await again.send('POST', '/people', { name: 'Tob Fenner' });
    expect(await runPerson(['Tob Fenner'], folder, says(PASSPHRASE))).toContain('Tob Fenner has a new passphrase and is a volunteer');
  });

  it.each([
    [['Ottilie'], 'too short', 'The passphrase is too short; 12 characters at least, such as four words. Nothing was changed.'],
    [['Ottilie', '--boss'], PASSPHRASE, '--boss is not known here.'],
    [['x'.repeat(81)], PASSPHRASE, 'The name is too long; 80 characters at most.'],
  ])('says what is wrong with %s', async (args, passphrase, words) => {
    const library = await openTestLibrary();
    await expect(runPerson(args, dirname(library.file), says(passphrase))).rejects.toThrow(words);
    expect(rowCounts(library.db)).toMatchObject({ people: 0, passphrases: 0 });
  });

  it('says where there is no library', async () => {
    await expect(runPerson(['Ottilie'], '/nowhere/at/all', says(PASSPHRASE))).rejects.toThrow('There is no library in /nowhere/at/all.');
  });
});

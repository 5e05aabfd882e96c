import { beforeEach, describe, expect, it } from 'vitest';
import { openSeasonLibrary, plan, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openSeasonLibrary();
});

describe('the calendar', () => {
  it('says of a full day the first fifteen, and how many more there are', async () => {
    for (let i = 0; i < 17; i++) {
      const code = await library.takeIn({ varietyName: `Row ${String.fromCharCode(65 + i)}` });
      await library.done('/api/planned', plan(code, { sowOn: '2027-03-20', plantOutOn: null }));
    }
    const text = ((await library.get('/api/calendar.ics?what=sowing')).body as unknown as string).replaceAll('\r\n ', '');
    const sow = /BEGIN:VEVENT\r\n(?:(?!END:VEVENT).)*SUMMARY:Sow .*?END:VEVENT/s.exec(text)?.[0] ?? '';
    expect(sow).toContain('SUMMARY:Sow Row A\\, Sow Row B and 15 more');
    expect(sow).toContain('Sow Row O (');
    expect(sow).not.toContain('Sow Row P');
    expect(sow).toContain('\\nand 2 more\\, in Esprel');
  });

  it('is an iCalendar file of whole days, with every step that is ahead and nobody’s name', async () => {
    const code = await library.takeIn({ varietyName: 'Pale; Hill, "B"' });
    await library.done('/api/planned', plan(code, { sowOn: '2027-03-20' }));
    const member = await library.done('/api/members', { name: 'Ottoline Brask' });
    await library.done('/api/loans', {
      lotCode: code,
      memberId: member.id,
      seeds: 5,
      purpose: 'garden',
      promise: 'some',
      dueOn: '2027-03-16',
      lentOn: '2027-03-14',
    });
    const answer = await library.get('/api/calendar.ics');
    expect(answer.type).toContain('text/calendar');
    const text = answer.body as unknown as string;
    expect(text.startsWith('BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:')).toBe(true);
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(3);
    expect(text).toContain('DTSTART;VALUE=DATE:20270320');
    expect(text).toContain('DTEND;VALUE=DATE:20270321');
    expect(text).toContain('SUMMARY:Sow Pale\\; Hill\\, "B"');
    expect(text).not.toContain('Ottoline');
    // Lines are folded at 75 octets, and every event has an identity that lasts.
    expect(text.split('\r\n').every((l) => Buffer.byteLength(l) <= 75)).toBe(true);
    const uids = (t: string): string[] => t.match(/UID:\S+/g) ?? [];
    expect(new Set(uids(text)).size).toBe(3);
    expect(uids((await library.get('/api/calendar.ics')).body as unknown as string)).toEqual(uids(text));
  });
});

/** Names of fields that are no words, and what they are called where people read them. */
const WORDS: Readonly<Record<string, string>> = {
  id: 'This record',
  version: 'This record',
  lotCode: 'Lot',
  memberId: 'Member',
  placeId: 'Place',
  varietyId: 'Variety',
  cropKey: 'Crop',
  loanId: 'Loan',
  gardenId: 'Garden',
  benchId: 'Place on the bench',
  growBenchId: 'Place after coming up',
  trayKindId: 'Kind of tray',
  plannedId: 'Plan',
  packetFillId: 'Packets',
  sownOn: 'Sown on',
  dueOn: 'Promised by',
  words: 'Anything else it says',
};

/** A path as it is read: `rows[0].seedsPerCell` is "Row 1, seeds per cell". */
export function fieldWords(path: string): string {
  const parts = path.split('.').flatMap((part) => {
    const m = /^(\w+)\[(\d+)\]$/.exec(part);
    const name = m?.[1] ?? part;
    const words =
      WORDS[name] ??
      name.replace(/([a-z])([A-Z])/g, (_all, a: string, b: string) => `${a} ${b.toLowerCase()}`).replace(/ (c|mm|cm|g|d)$/, '');
    return m ? [`${words.replace(/s$/, '')} ${String(Number(m[2]) + 1)}`] : [words];
  });
  const text = parts.map((p, i) => (i === 0 ? p : p.charAt(0).toLowerCase() + p.slice(1))).join(', ');
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** An error that stands beside no field, as a sentence: the field in words, and what to do. */
export function fieldProblem(path: string, message: string): string {
  return path === '' ? message : `${fieldWords(path)}: ${message}`;
}

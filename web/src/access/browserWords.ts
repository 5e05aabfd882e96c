const SYSTEMS: readonly (readonly [RegExp, string])[] = [
  [/iPhone/, 'A telephone (iOS)'],
  [/iPad/, 'A tablet (iOS)'],
  [/Android.*Mobile/, 'A telephone (Android)'],
  [/Android/, 'A tablet (Android)'],
  [/Windows/, 'A computer with Windows'],
  [/Mac OS X|Macintosh/, 'A computer with macOS'],
  [/CrOS|Linux|X11/, 'A computer with Linux'],
];

/** What a browser says that it is, as whoever signed in on it would call it. */
export function browserWords(device: string): string {
  const [, words] = SYSTEMS.find(([shape]) => shape.test(device)) ?? [];
  return words ?? 'Another program';
}

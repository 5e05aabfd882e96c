/** A text that the program can say, with the view or the area that it stands in. */
export interface Said {
  readonly where: string;
  readonly file: string;
  readonly text: string;
}
export function gatherWords(root: string): Said[];
export function listOf(words: readonly Said[]): string;

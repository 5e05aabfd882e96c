/** The contract as it is served. */
export function contractDocument(): {
  readonly openapi: string;
  readonly paths: Record<string, Record<string, { readonly 'x-who': string }>>;
};
/** What of an answer is not as the contract says; null where it is, or where the contract says nothing of it. */
export function answerChecker(how?: { readonly partial?: boolean }): (method: string, path: string, body: object) => string | null;

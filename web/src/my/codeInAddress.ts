import { readMemberCode } from '@esprel/core';

/**
 * The code that the page was opened with, or is opened with while it stands there. It is taken out of the address before anything else reads
 * it, so that it is neither seen nor shared nor opened again.
 */
export function takeCode(): string | null {
  const code = readMemberCode(location.hash);
  if (code !== null) history.replaceState(history.state, '', location.pathname + location.search);
  return code;
}

export const codeInAddress = takeCode();

import { readMemberCode } from '@esprel/core';

/**
 * The code that the page was opened with. It is taken out of the address before anything else reads it, so that it is neither seen nor
 * shared nor opened again.
 */
export const codeInAddress = readMemberCode(location.hash);
if (codeInAddress !== null) history.replaceState(history.state, '', location.pathname + location.search);

/** The path of the browser of the tests; undefined where there is none. */
export function findChromium(): string | undefined;
/** The same, installed by apt where there is none and we may; ends the process with what to do where we may not. */
export function needChromium(): string;

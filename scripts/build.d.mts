/** The command line of a program that was built: the command, and what it is given. */
export function program(part: string, name: string): [string, string[]];

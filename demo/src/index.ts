export { generateDemo } from './generate.ts';
export { DEMO_TODAY, LIBRARY_NAME } from './names.ts';

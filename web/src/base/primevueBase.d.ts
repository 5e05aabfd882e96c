/** Which style sheets PrimeVue has put into the page; it ships without its types. */
declare module '@primevue/core/base' {
  const Base: { clearLoadedStyleNames: () => void };
  export default Base;
}

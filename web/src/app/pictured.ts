/** Marks the moment at which the first picture of a page is drawn, for who measures it. */
export function pictured(): void {
  if (performance.getEntriesByName("picture").length === 0)
    requestAnimationFrame(() => performance.mark("picture"));
}

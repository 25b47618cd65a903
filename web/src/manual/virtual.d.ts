/** The chapters of docs/manual, made by web/manual.mjs. */
declare module "virtual:manual" {
  export interface Chapter {
    id: string;
    title: string;
    /** Where it begins: an address of the program. */
    begins: string;
    /** Other words that it is looked for by. */
    words: string;
    /** What it says, to be searched. */
    text: string;
    html: string;
  }
  export const chapters: Chapter[];
}
declare module "*/manual.mjs" {
  export function manual(of: { pictures: boolean }): import("vite").Plugin;
}

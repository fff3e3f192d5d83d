import type { Page } from "@playwright/test";

/** From the press on a view's name to the first frame with its verdict, ms; timed inside the page. */
export const laterView = (page: Page, view: string): Promise<number> =>
  page.evaluate(async (name) => {
    const before = document.querySelector("h1")?.textContent;
    const link = [...document.querySelectorAll("nav a")].find((each) => each.textContent.startsWith(name)) as HTMLElement | undefined;
    const start = performance.now();
    link?.click();
    while (document.querySelector("h1")?.textContent === before) await new Promise((done) => requestAnimationFrame(done));
    return performance.now() - start;
  }, view);

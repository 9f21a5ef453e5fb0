import type { Browser, Page } from '@playwright/test';
import { someone } from './people';

/** Somebody on a phone: 390×844, held upright, touched by a thumb. */
export const onPhone = (browser: Browser, userName?: string): Promise<Page> =>
  someone(browser, userName, { width: 390, height: 844 }, { hasTouch: true, isMobile: true, deviceScaleFactor: 1 });

/**
 * What would trouble a thumb on the page that is open: that it scrolls sideways, and what can be pressed that is less than 44
 * high. A link within a sentence is as high as its line; what is not shown troubles nobody.
 */
export const troublesOn = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    const said = (one: Element) =>
      `${one.tagName.toLowerCase()}.${[...one.classList].join('.')} “${(one.getAttribute('aria-label') ?? one.textContent ?? '').replace(/\s+/g, ' ').trim().slice(0, 40)}”`;
    const wide = document.documentElement.scrollWidth - innerWidth;
    if (wide > 0) {
      const out = [...document.querySelectorAll('main *, header *')].filter((one) => {
        const { right, left, width } = one.getBoundingClientRect();
        return width > 0 && (right > innerWidth + 1 || left < -1) && one.children.length === 0;
      });
      found.push(`sideways by ${wide}: ${out.slice(0, 4).map(said).join('; ')}`);
    }
    const seen = (one: Element) => {
      const { width, height } = one.getBoundingClientRect();
      return (
        width > 1 &&
        height > 1 &&
        getComputedStyle(one).visibility === 'visible' &&
        one.closest('[aria-hidden=true], .hidden-text') === null
      );
    };
    const inSentence = (one: Element) =>
      one.tagName === 'A' &&
      getComputedStyle(one).display === 'inline' &&
      [...(one.parentElement?.childNodes ?? [])].some((other) => other !== one && (other.textContent ?? '').trim() !== '');
    const targets = 'button, a[href], input:not([type=hidden]), select, textarea, summary, [role=button], [role=slider], [role=tab]';
    for (const one of document.querySelectorAll(targets)) {
      if (!seen(one) || inSentence(one) || one.matches('.skip') || (one as HTMLButtonElement).disabled) continue;
      // A box is pressed by its whole label, a field by its whole frame.
      const whole =
        one.closest('label, .file-button, .ant-select, .ant-picker, .ant-input-number, .ant-input-affix-wrapper, .ProseMirror') ?? one;
      const heights = [one, whole, one.querySelector('.face')].map((part) => part?.getBoundingClientRect().height ?? 0);
      const height = Math.max(...heights);
      if (height < 43.5) found.push(`${Math.round(height)} high: ${said(one)}`);
    }
    return [...new Set(found)];
  });

import { expect, type Page, test } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { enterDemo, Mokume } from './support/mokume.ts';

let mokume: Mokume;
test.beforeAll(async () => {
  mokume = await Mokume.create();
  await mokume.start('2026-03-10T11:12:00Z');
});
test.afterAll(() => mokume.stop());

type Word = {
  readonly text: string;
  readonly x: number;
  readonly width: number;
  readonly y: number;
  readonly height: number;
};
type Sheet = { readonly width: number; readonly height: number; readonly words: readonly Word[] };

/** What is printed, read back by a PDF library: every piece of text and where on its page it stands, in points. */
async function printed(page: Page, format: 'A4' | 'Letter'): Promise<Sheet[]> {
  await page.emulateMedia({ media: 'print' });
  const data = new Uint8Array(await page.pdf({ format, printBackground: true, preferCSSPageSize: false }));
  const pdf = await getDocument({ data, useSystemFonts: true }).promise;
  const sheets: Sheet[] = [];
  for (let n = 1; n <= pdf.numPages; n++) {
    const sheet = await pdf.getPage(n);
    const { width, height } = sheet.getViewport({ scale: 1 });
    const { items } = await sheet.getTextContent();
    const words = items.flatMap((i) =>
      'str' in i && i.str.trim() !== ''
        ? [{ text: i.str, x: i.transform[4] as number, width: i.width, y: i.transform[5] as number, height: i.height }]
        : [],
    );
    sheets.push({ width, height, words });
  }
  return sheets;
}

const PIECES = ['Settle', 'Wardrobe', 'Blanket box', 'Washstand', 'Bookcase', 'School bench', 'Birthday sideboard'];
const VIEWS = [
  ['/plan', 'Boat-shed workshop: Plan', [...PIECES, 'Ines', 'Jun', 'Teo', 'Tue 10']],
  ['/today', 'Boat-shed workshop: Today', ['Ines', 'Jun', 'Teo', 'Tuesday 10 March', 'Paint, coat']],
  ['/pieces/wardrobe', 'Boat-shed workshop: Wardrobe', ['Wardrobe', 'Aske', 'Wash and rinse', 'Ready']],
  ['/pieces/wardrobe/arrival', 'Boat-shed workshop: Arrival: Wardrobe', ['Arrival of Wardrobe', 'Aske', 'Agreed by']],
] as const;

for (const [path, title, words] of VIEWS)
  test(`${path} on A4 and Letter: title, names, and nothing cut`, { tag: '@long' }, async ({ page }) => {
    await enterDemo(page, mokume.address, path);
    await expect(page.getByRole('main')).toBeVisible();
    await page.waitForTimeout(400);
    for (const format of ['A4', 'Letter'] as const) {
      const sheets = await printed(page, format);
      const text = sheets
        .map((s) => s.words.map((w) => w.text).join(' '))
        .join(' ')
        .replace(/\s+/g, ' ');
      for (const word of [title, ...words]) expect(text, `${word} on ${format}`).toContain(word);
      // What is for fingers only is not on paper.
      for (const button of ['Problem…', 'goes home now', 'Plan afresh', 'What if…']) expect(text).not.toContain(button);
      const cut = sheets.flatMap(({ width, height, words: all }) =>
        all
          .filter((w) => w.x < 0 || w.x + w.width > width + 1 || w.y < 0 || w.y + w.height > height + 1)
          .map((w) => w.text),
      );
      expect(cut, format).toEqual([]);
      // No sheet goes out empty.
      expect(sheets.map((s) => s.words.length).filter((n) => n === 0)).toEqual([]);
    }
  });

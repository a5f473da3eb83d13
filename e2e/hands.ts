import type { Locator, Page } from '@playwright/test';
import { expect, saved } from './people';

/**
 * Seconds per key of an average typist and per moment of thinking before a field: the keystroke-level model of Card, Moran
 * and Newell, CACM 23 (1980), from memory.
 */
const KEY_SECONDS = 0.28;
const THINK_SECONDS = 1.35;
/** Moving a hand to the mouse and back, pointing, and the click. */
const POINT_SECONDS = 0.4 * 2 + 1.1 + 0.2;

/** Letters of a name that nobody in the register has, however often this runs. */
export const letters = (): string => Array.from({ length: 7 }, () => 'aeiourlnstbdgkmpvz'[Math.floor(Math.random() * 18)]).join('');

/** Keys pressed, fields begun, and things pointed at, as the keystroke-level model counts them. */
export class Hands {
  keys = 0;
  thoughts = 0;
  points = 0;
  constructor(private readonly page: Page) {}
  /** The next key comes once the page has drawn what the last one did, as fast or slow as the machine is. */
  private async drawn(): Promise<void> {
    await this.page.evaluate(() => new Promise((then) => requestAnimationFrame(() => requestAnimationFrame(then))));
  }
  async press(...names: string[]): Promise<void> {
    for (const name of names) {
      this.keys += name.split('+').length;
      await this.page.keyboard.press(name);
      await this.drawn();
    }
  }
  async type(text: string): Promise<void> {
    this.keys += text.length;
    this.thoughts += 1;
    await this.page.keyboard.type(text);
  }
  /** A value, and on to the next field. */
  async field(text: string): Promise<void> {
    if (text) await this.type(text);
    await this.press('Enter');
  }
  /**
   * A choice by the first letters of its words, typed until it stands there: letters that come more than a second apart begin
   * another word for the list, as they do wherever one chooses by typing, and whoever types sees it and types again.
   */
  async choose(label: string, text: string, meant: string): Promise<void> {
    const chosen = this.page.locator('.worked .v-select', { has: this.page.getByLabel(label) }).locator('.v-select__selection-text');
    await expect(async () => {
      await this.type(text);
      await expect(chosen).toHaveText(meant, { timeout: 2_000 });
    }).toPass({ intervals: [1_200] });
  }
  /** Takes the mouse, and clicks something. */
  async point(target: Locator): Promise<void> {
    this.points += 1;
    this.thoughts += 1;
    await target.click();
    await this.drawn();
  }
  /** Tabs on to something. */
  async reach(target: Locator): Promise<void> {
    await expect(target).toBeVisible();
    for (let turn = 0; turn < 60; turn += 1) {
      if (await target.evaluate((element) => element === document.activeElement)) return;
      await this.press('Tab');
    }
    throw new Error('Tab never came there');
  }
  /** The keys are in the field of a label. */
  focused(label: string | RegExp): Promise<void> {
    return expect(this.page.getByLabel(label).and(this.page.locator(':focus'))).toBeVisible();
  }
  /** Looks up somebody whom nobody knows, up to where it is said how the file came in. */
  async lookUp(name: string, born: string): Promise<void> {
    await this.focused('Full name');
    await this.type(name);
    await this.press('Tab');
    await this.type(born);
    await this.press('Enter');
    await this.focused('How it came in');
  }
  /** Where files are opened: opens one for somebody whom nobody knows, of the product that begins with what is typed; of the one that is proposed where nothing is. */
  async openFile(name: string, born: string, product = ''): Promise<void> {
    await this.lookUp(name, born);
    await this.press('Tab');
    if (product) await this.type(product);
    await this.press('Tab', 'Tab', 'Enter');
    await expect(this.page.getByRole('heading', { level: 1, name })).toBeVisible();
    await saved(this.page);
  }
  /** Answers the questions of the Path with yes; each answer brings the next into hand. */
  async answerYes(count: number): Promise<void> {
    await this.press('Alt+n');
    for (let at = 1; at <= count; at += 1) {
      await expect(this.page.locator('[data-question] button:focus')).toBeVisible();
      await this.press('y');
      await expect(this.page.locator('[data-question] .choice.on')).toHaveCount(at);
    }
  }
  /** Puts somebody into the open file. @param role as it is typed; as it is proposed where none is. */
  async addPerson(name: string, born: string, role = ''): Promise<void> {
    await this.press('Alt+p');
    await this.focused('Role');
    if (role) await this.type(role);
    await this.press('Tab');
    await this.type(name);
    await this.press('Tab');
    await this.type(born);
    await this.press('Enter');
  }
  get seconds(): number {
    return this.keys * KEY_SECONDS + this.thoughts * THINK_SECONDS + this.points * POINT_SECONDS;
  }
}

import { type Page, expect } from '@playwright/test';

/** Collects what the browser complains about, so that a test can end with "and there was nothing". */
export class Complaints {
  private readonly all: string[] = [];

  constructor(page: Page) {
    page.on('console', (message) => {
      if (message.type() === 'error') this.all.push(`${message.text()} ${message.location().url}`);
    });
    page.on('pageerror', (error) => this.all.push(String(error)));
  }

  /** Takes out complaints that a step provokes on purpose, and says how many there were. */
  expected(pattern: RegExp): number {
    const before = this.all.length;
    this.all.splice(0, before, ...this.all.filter((text) => !pattern.test(text)));
    return before - this.all.length;
  }

  none(): void {
    expect(this.all).toEqual([]);
  }
}

import { TestKey, type ComponentHarness, type HarnessLoader } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment, UnitTestElement } from '@angular/cdk/testing/testbed';
import type { ComponentFixture } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatButtonToggleHarness } from '@angular/material/button-toggle/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatExpansionPanelHarness } from '@angular/material/expansion/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatListOptionHarness } from '@angular/material/list/testing';
import { MatMenuHarness } from '@angular/material/menu/testing';
import { MatSelectHarness } from '@angular/material/select/testing';

/** What a person's hand does on a page that is tested: controls are found by what they are called. */
export interface Hand {
  /** Types into a field in place of what was there, and leaves it. */
  type(label: string, text: string): Promise<void>;
  /** Types into a field in place of what was there, and confirms it by Enter. */
  enter(label: string, text: string): Promise<void>;
  /** Chooses from a list that opens, by what the choice is called. */
  choose(label: string, option: string | RegExp): Promise<void>;
  /** What a list says is chosen. */
  chosen(label: string): Promise<string>;
  press(name: string): Promise<void>;
  /** Whether a button can be pressed. */
  canPress(name: string): Promise<boolean>;
  tick(label: string): Promise<void>;
  pick(menu: string, item: string): Promise<void>;
  /** Turns to a part of the page that a list of them names. */
  turnTo(name: string): Promise<void>;
  /** Presses one of several of which one is on. */
  toggle(name: string): Promise<void>;
  /** Opens what is folded. */
  open(title: string): Promise<void>;
}

export function handOn(fixture: ComponentFixture<unknown>): Hand {
  const loader = TestbedHarnessEnvironment.documentRootLoader(fixture);
  const field = (label: string) =>
    named(loader, label, MatInputHarness, async (h) => [
      await attribute(h, 'aria-label'),
      await labelAround(h),
    ]);
  const list = (label: string) =>
    named(loader, label, MatSelectHarness, async (h) => [await attribute(h, 'aria-label')]);
  const button = (name: string) =>
    named(loader, name, MatButtonHarness, async (h) => [await attribute(h, 'aria-label'), await h.getText()]);
  return {
    async type(label, text) {
      const input = await field(label);
      await input.setValue(text);
      const host = await input.host();
      await host.dispatchEvent('change');
      await host.blur();
    },
    async enter(label, text) {
      const input = await field(label);
      await input.setValue(text);
      await (await input.host()).sendKeys(TestKey.ENTER);
    },
    async choose(label, option) {
      const select = await list(label);
      await select.open();
      await select.clickOptions({ text: option });
    },
    async chosen(label) {
      return (await list(label)).getValueText();
    },
    async press(name) {
      await (await button(name)).click();
    },
    async canPress(name) {
      return !(await (await button(name)).isDisabled());
    },
    async tick(label) {
      const box = await named(loader, label, MatCheckboxHarness, async (h) => [
        await h.getAriaLabel(),
        await h.getLabelText(),
      ]);
      await box.toggle();
    },
    async pick(menu, item) {
      const found = await named(loader, menu, MatMenuHarness, async (h) => [
        await attribute(h, 'aria-label'),
        await h.getTriggerText(),
      ]);
      await found.open();
      await found.clickItem({ text: item });
    },
    async turnTo(name) {
      const option = await named(loader, name, MatListOptionHarness, async (h) => [
        // What is to be mended is counted behind it.
        (await h.getFullText()).replace(/\s*\d+$/, '').trim(),
      ]);
      await option.select();
    },
    async toggle(name) {
      const one = await named(loader, name, MatButtonToggleHarness, async (h) => [await h.getText()]);
      await one.check();
    },
    async open(title) {
      await (
        await named(loader, title, MatExpansionPanelHarness, async (h) => [await h.getTitle()])
      ).expand();
    },
  };
}

type HarnessOf<T extends ComponentHarness> = Parameters<typeof one<T>>[1];

async function one<T extends ComponentHarness>(
  loader: HarnessLoader,
  type: Parameters<HarnessLoader['getAllHarnesses']>[0] & { new (...args: never[]): T },
): Promise<T[]> {
  return (await loader.getAllHarnesses(type)) as T[];
}

/** The one control that is called so. @throws Error that lists what there is */
async function named<T extends ComponentHarness>(
  loader: HarnessLoader,
  name: string,
  type: HarnessOf<T>,
  names: (harness: T) => Promise<(string | null)[]>,
): Promise<T> {
  const there: string[] = [];
  for (const harness of await one<T>(loader, type)) {
    const called = (await names(harness)).filter((n): n is string => n !== null && n !== '');
    if (called.includes(name)) return harness;
    there.push(called.join(' / '));
  }
  throw new Error(`Nothing is called “${name}”. There are: ${there.join(', ')}`);
}

/** The words of the label that a field stands in. */
async function labelAround(harness: ComponentHarness): Promise<string | null> {
  const host = await harness.host();
  if (!(host instanceof UnitTestElement)) return null;
  const label = host.element.closest('label');
  return (label?.querySelector('span') ?? label)?.textContent.trim() ?? null;
}

async function attribute(harness: ComponentHarness, name: string): Promise<string | null> {
  return (await harness.host()).getAttribute(name);
}

import { TestBed } from '@angular/core/testing';
import { getByRole } from '@testing-library/dom';
import { EdgePicker } from './edgePicker';

describe('edges to ask for', () => {
  it('are pressed and released, each for itself', async () => {
    const fixture = TestBed.createComponent(EdgePicker);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const press = async (name: string) => {
      getByRole(page, 'button', { name }).click();
      await fixture.whenStable();
    };
    const pressed = () =>
      [...page.querySelectorAll('[aria-pressed="true"]')].map((b) => b.textContent.trim()).sort();
    await press('top');
    await press('left');
    expect(fixture.componentInstance.chosen()).toEqual(['top', 'left']);
    expect(pressed()).toEqual(['left', 'top']);
    await press('top');
    expect(pressed()).toEqual(['left']);
  });
});

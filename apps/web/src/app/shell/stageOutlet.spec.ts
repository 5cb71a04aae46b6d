import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Router, provideRouter } from '@angular/router';
import { StageOutlet } from './stageOutlet';

let made: string[] = [];
@Component({ selector: 'coat-one', template: 'Study' })
class One {
  constructor() {
    made.push('one');
  }
}
@Component({ selector: 'coat-other', template: 'Match' })
class Other {
  constructor() {
    made.push('other');
  }
}
@Component({ imports: [StageOutlet], template: '<main><coat-stage-outlet /></main>' })
class Frame {}

describe('where stages come and go', () => {
  async function frame() {
    made = [];
    TestBed.configureTestingModule({
      providers: [
        provideRouter([
          { path: 'one', component: One },
          { path: 'other', component: Other },
          { path: '', children: [] },
        ]),
      ],
    });
    const fixture = TestBed.createComponent(Frame);
    const page = fixture.nativeElement as HTMLElement;
    await fixture.whenStable();
    return { fixture, router: TestBed.inject(Router), words: () => page.textContent?.trim() };
  }
  it('shows the stage of the address once whoever waits for the page has waited', async () => {
    const { fixture, router, words } = await frame();
    await router.navigateByUrl('/one');
    await fixture.whenStable();
    expect(words()).toBe('Study');
    await router.navigateByUrl('/other');
    await fixture.whenStable();
    expect(words()).toBe('Match');
    expect(made).toEqual(['one', 'other']);
  });
  it('makes none in the task in which the other one goes', async () => {
    const { fixture, router, words } = await frame();
    await router.navigateByUrl('/one');
    await fixture.whenStable();
    await router.navigateByUrl('/other');
    expect(made).toEqual(['one']);
    expect(words()).toBe('');
    await fixture.whenStable();
    expect(words()).toBe('Match');
  });
  it('never makes one that was left before it came', async () => {
    const { fixture, router, words } = await frame();
    await router.navigateByUrl('/one');
    await router.navigateByUrl('/other');
    await fixture.whenStable();
    expect(made).toEqual(['other']);
    expect(words()).toBe('Match');
  });
  it('makes none for a frame that is gone', async () => {
    const { fixture, router } = await frame();
    await router.navigateByUrl('/one');
    fixture.destroy();
    await new Promise((later) => setTimeout(later, 20));
    expect(made).toEqual([]);
  });
});

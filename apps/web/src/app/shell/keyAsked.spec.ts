import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import { Api } from '../shared/api';
import { handOn } from '../testing/hand';
import { KeyAsked } from './keyAsked';

describe('a server that asks for its key', () => {
  it('is told what was typed, and nothing before', async () => {
    const shown: string[] = [];
    let answer = () => throwError(() => new Error('That is not the key.')) as never;
    TestBed.configureTestingModule({
      providers: [
        {
          provide: Api,
          useValue: {
            showKey: (key: string) => {
              shown.push(key);
              return answer();
            },
          },
        },
      ],
    });
    const fixture = TestBed.createComponent(KeyAsked);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const hand = handOn(fixture);
    expect(await hand.canPress('Go in')).toBe(false);
    await hand.type('Access key', 'wrong');
    await hand.press('Go in');
    expect(shown).toEqual(['wrong']);
    expect(page.querySelector('[role="alert"]')!.textContent).toBe('That is not the key.');
    // The page is opened anew with the key that is right; a test's page cannot be.
    answer = () => of(null) as never;
    vi.spyOn(console, 'error').mockImplementation(() => undefined);
    await hand.type('Access key', 'right');
    await hand.press('Go in');
    expect(shown).toEqual(['wrong', 'right']);
    expect(page.querySelector('[role="alert"]')).toBeNull();
    vi.restoreAllMocks();
  });
});

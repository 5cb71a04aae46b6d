import { Clipboard } from '@angular/cdk/clipboard';
import { TestBed } from '@angular/core/testing';
import { getByRole } from '@testing-library/dom';
import { Notices } from '../shared/notices';
import { Copied } from './copied';

async function pressed(works: boolean) {
  const copied: string[] = [];
  TestBed.configureTestingModule({
    providers: [{ provide: Clipboard, useValue: { copy: (text: string) => (copied.push(text), works) } }],
  });
  const fixture = TestBed.createComponent(Copied);
  fixture.componentRef.setInput('text', '#e3c2b4');
  await fixture.whenStable();
  getByRole(fixture.nativeElement as HTMLElement, 'button', { name: 'Copy #e3c2b4' }).click();
  return { copied, said: TestBed.inject(Notices).list()[0]?.text };
}

describe('a value that is copied by a press', () => {
  it('is copied as it stands there, and says so', async () => {
    expect(await pressed(true)).toEqual({ copied: ['#e3c2b4'], said: 'Copied #e3c2b4' });
  });
  it('says where the browser did not let it', async () => {
    expect((await pressed(false)).said).toContain('did not let it');
  });
});

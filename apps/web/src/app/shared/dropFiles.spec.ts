import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { DropAnywhere, DropFiles } from './dropFiles';

@Component({
  imports: [DropFiles],
  template: `<p (coatDropFiles)="files = $event" #drop="coatDropFiles" [class.over]="drop.over()">Here</p>`,
})
class Host {
  files: File[] = [];
}

/** A drag as the browser tells it. */
function drag(type: string, carries: readonly string[], files: readonly File[] = []): Event {
  const event = new Event(type, { bubbles: true, cancelable: true });
  Object.defineProperty(event, 'dataTransfer', { value: { types: carries, files } });
  return event;
}

describe('files that are dropped', () => {
  function setUp() {
    const fixture = TestBed.createComponent(Host);
    fixture.detectChanges();
    return { fixture, p: (fixture.nativeElement as HTMLElement).querySelector('p')! };
  }
  it('are taken, and while they are held over it that shows', () => {
    const { fixture, p } = setUp();
    p.dispatchEvent(drag('dragover', ['Files']));
    fixture.detectChanges();
    expect(p.classList.contains('over')).toBe(true);
    const dropped = drag('drop', ['Files'], [new File(['x'], 'rail.png')]);
    p.dispatchEvent(dropped);
    fixture.detectChanges();
    expect(fixture.componentInstance.files.map((f) => f.name)).toEqual(['rail.png']);
    expect([dropped.defaultPrevented, p.classList.contains('over')]).toEqual([true, false]);
  });
  it('are told apart from a text or a link, which the browser keeps', () => {
    const { fixture, p } = setUp();
    const dropped = drag('drop', ['text/plain']);
    p.dispatchEvent(drag('dragover', ['text/plain']));
    p.dispatchEvent(dropped);
    fixture.detectChanges();
    expect(fixture.componentInstance.files).toEqual([]);
    expect([dropped.defaultPrevented, p.classList.contains('over')]).toEqual([false, false]);
  });
  it('are taken anywhere in the window where a page asks for that', () => {
    @Component({ template: '', hostDirectives: [DropAnywhere] })
    class Page {}
    const page = TestBed.createComponent(Page);
    page.detectChanges();
    const taken: string[] = [];
    page.debugElement.injector
      .get(DropAnywhere)
      .dropped.subscribe((files) => taken.push(...files.map((f) => f.name)));
    window.dispatchEvent(drag('drop', ['Files'], [new File(['x'], 'dock.png')]));
    expect(taken).toEqual(['dock.png']);
  });
});

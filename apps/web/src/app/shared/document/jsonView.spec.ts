import { TestBed } from '@angular/core/testing';
import { EditorView } from '@codemirror/view';
import { JsonView } from './jsonView';

/** What a line of text is measured by is not laid out in a test. */
function measuresNothing(): void {
  Range.prototype.getClientRects = () => [] as unknown as DOMRectList;
  Range.prototype.getBoundingClientRect = () => new DOMRect();
}

async function shown(document: Readonly<Record<string, unknown>>) {
  measuresNothing();
  const fixture = TestBed.createComponent(JsonView);
  fixture.componentRef.setInput('document', document);
  fixture.componentRef.setInput('problems', []);
  const told: { broken: (string | null)[]; documents: unknown[] } = { broken: [], documents: [] };
  fixture.componentInstance.broken.subscribe((why) => told.broken.push(why));
  fixture.componentInstance.document.subscribe((d) => told.documents.push(d));
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  await vi.waitFor(() => expect(page.querySelector('.cm-editor')).not.toBeNull());
  await fixture.whenStable();
  const editor = EditorView.findFromDOM(page.querySelector<HTMLElement>('.cm-editor')!)!;
  const type = async (text: string) => {
    editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: text } });
    await fixture.whenStable();
  };
  return { fixture, page, told, type, text: () => editor.state.doc.toString() };
}

describe('a document as JSON', () => {
  it('is shown, and is what is typed as soon as that is one', async () => {
    const { told, type, text, page } = await shown({ name: 'Tidebar', memory: 18 });
    expect(JSON.parse(text())).toEqual({ name: 'Tidebar', memory: 18 });
    await type('{ "name": "Tidebar", "memory": 2');
    expect(page.querySelector('[role="alert"]')!.textContent).toContain('It is no JSON yet');
    expect(told.documents).toEqual([]);
    await type('[1]');
    expect(page.querySelector('[role="alert"]')!.textContent).toContain('It has to be an object');
    await type('{ "name": "Tidebar", "memory": 20 }');
    expect(page.querySelector('[role="alert"]')).toBeNull();
    expect(told.documents).toEqual([{ name: 'Tidebar', memory: 20 }]);
    expect(told.broken.at(-1)).toBeNull();
    expect(told.broken.filter((why) => why !== null)).toHaveLength(2);
  });
  it('follows what the form says, and leaves a hand its own spacing', async () => {
    const { fixture, told, type, text } = await shown({ name: 'Tidebar' });
    await type('{"name":   "Sallow"}');
    fixture.componentRef.setInput('document', { name: 'Sallow' });
    await fixture.whenStable();
    expect(text()).toBe('{"name":   "Sallow"}');
    fixture.componentRef.setInput('document', { name: 'From the form' });
    await fixture.whenStable();
    expect(JSON.parse(text())).toEqual({ name: 'From the form' });
    expect(told.documents).toHaveLength(1);
  });
  it('is marked where something is wrong with it', async () => {
    const { fixture, page } = await shown({ name: '', memory: 18 });
    fixture.componentRef.setInput('problems', [
      { path: 'name', sentence: 'A name needs at least one character.' },
    ]);
    await fixture.whenStable();
    await vi.waitFor(() =>
      expect(page.querySelector('.cm-lintRange, .cm-lint-marker, .cm-lintPoint')).not.toBeNull(),
    );
  });
});

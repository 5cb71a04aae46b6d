import { json } from '@codemirror/lang-json';
import { HighlightStyle, ensureSyntaxTree, syntaxHighlighting } from '@codemirror/language';
import { lintGutter, setDiagnostics, type Diagnostic } from '@codemirror/lint';
import { EditorState } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { basicSetup } from 'codemirror';
import type { Placed } from '../forms/tree/place';
import { rangeOf } from './jsonPlace';

/** A text editor for a document in JSON. */
export interface JsonEditor {
  /** Puts another document into it. */
  show(document: object): void;
  /** Says what is wrong with it, where it stands. */
  mark(problems: readonly Placed[]): void;
  destroy(): void;
}

const LOOK = EditorView.theme({
  '&': {
    height: '100%',
    color: 'var(--mat-sys-on-surface)',
    backgroundColor: 'var(--mat-sys-surface)',
    border: '1px solid var(--mat-sys-outline-variant)',
    fontSize: 'var(--mat-sys-body-medium-size)',
  },
  '.cm-content, .cm-gutters': { fontFamily: "'JetBrains Mono', monospace" },
  '.cm-gutters': {
    color: 'var(--mat-sys-on-surface-variant)',
    backgroundColor: 'var(--mat-sys-surface-container)',
    borderRight: '1px solid var(--mat-sys-outline-variant)',
  },
  '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: 'var(--mat-sys-surface-container)' },
  '.cm-cursor': { borderLeftColor: 'var(--mat-sys-on-surface)' },
  '.cm-tooltip': { backgroundColor: 'var(--mat-sys-surface-container)' },
});

/** Names stand out from values; a value that is a word from one that is a text. */
const COLOURS = HighlightStyle.define([
  { tag: tags.propertyName, color: 'var(--mat-sys-primary)', fontWeight: '600' },
  { tag: tags.string, color: 'var(--mat-sys-on-surface)' },
  { tag: [tags.number, tags.bool, tags.null], color: 'var(--mat-sys-on-surface)', fontWeight: '700' },
  { tag: tags.invalid, color: 'var(--mat-sys-error)' },
]);

const textOf = (document: object) => `${JSON.stringify(document, null, 2)}\n`;

/** Opens an editor inside an element. Its styles go under the page's nonce. */
export function openJsonEditor(
  parent: HTMLElement,
  how: { readonly document: object; readonly nonce: string | null; readonly typed: (text: string) => void },
): JsonEditor {
  let isShowing = false;
  const view = new EditorView({
    parent,
    state: EditorState.create({
      doc: textOf(how.document),
      extensions: [
        basicSetup,
        json(),
        lintGutter(),
        LOOK,
        syntaxHighlighting(COLOURS),
        EditorView.contentAttributes.of({ 'aria-label': 'The document as JSON' }),
        EditorView.updateListener.of((update) => {
          if (update.docChanged && !isShowing) how.typed(update.state.doc.toString());
        }),
        ...(how.nonce ? [EditorView.cspNonce.of(how.nonce)] : []),
      ],
    }),
  });
  return {
    show(document) {
      isShowing = true;
      view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: textOf(document) } });
      isShowing = false;
    },
    mark(problems) {
      const { state } = view;
      const tree = ensureSyntaxTree(state, state.doc.length, 1000);
      const text = state.doc.toString();
      const diagnostics = problems.map(({ path, sentence }): Diagnostic => ({
        ...(tree ? rangeOf(tree, text, path) : { from: 0, to: 0 }),
        severity: 'error',
        message: sentence,
      }));
      view.dispatch(setDiagnostics(state, diagnostics));
    },
    destroy: () => view.destroy(),
  };
}

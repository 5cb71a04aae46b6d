import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  Injectable,
  computed,
  inject,
  input,
  signal,
} from '@angular/core';
import { DomSanitizer, type SafeHtml } from '@angular/platform-browser';
import type { Sheet } from '@spare-coat/core/proving/sheet/sheet';
import { SHEET_STYLE, sheetBody, sheetPage } from '@spare-coat/core/proving/sheet/sheetHtml';
import { sheetMarkdown } from '@spare-coat/core/proving/sheet/sheetMarkdown';
import { Notices } from './notices';
import { saveFile } from './saveFile';

/** A sheet as it is set on paper. Pictures come from the server. */
@Component({
  selector: 'coat-sheet-paper',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div
    class="scroll page"
    tabindex="0"
    role="region"
    aria-label="The sheet"
    [innerHTML]="body()"
  ></div>`,
  styles: `
    :host {
      display: block;
      min-height: 0;
    }
    .page {
      height: 100%;
      background: var(--coat-mid);
      padding: 18px 0;
    }
    @media print {
      .page {
        height: auto;
        overflow: visible;
        padding: 0;
        background: none;
      }
    }
  `,
})
export class SheetPaper {
  private readonly sanitizer = inject(DomSanitizer);
  readonly sheet = input.required<Sheet | null>();
  /** Everything in it is escaped by the core, which writes no styles and no scripts into it. */
  protected readonly body = computed<SafeHtml>(() => {
    const sheet = this.sheet();
    return this.sanitizer.bypassSecurityTrustHtml(
      sheet ? sheetBody(sheet, (blob) => `/api/blobs/${blob}`) : '',
    );
  });

  constructor() {
    const style = new CSSStyleSheet();
    style.replaceSync(SHEET_STYLE);
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, style];
    inject(DestroyRef).onDestroy(() => {
      document.adoptedStyleSheets = document.adoptedStyleSheets.filter((s) => s !== style);
    });
  }
}

/** Saves sheets as files. */
@Injectable({ providedIn: 'root' })
export class SheetFiles {
  private readonly notices = inject(Notices);
  /** Pictures are being taken in. */
  readonly saving = signal(false);

  saveMarkdown(sheet: Sheet): void {
    saveFile(sheetMarkdown(sheet), `${sheet.title}.md`, 'text/markdown');
  }

  /** Takes the pictures into the page, so that it needs nothing else. */
  async savePage(sheet: Sheet): Promise<void> {
    this.saving.set(true);
    try {
      const blobs = [...new Set(sheet.pictures.flatMap((v) => v.pictures.map((p) => p.blob)))];
      const addresses = new Map<string, string>();
      for (const blob of blobs) addresses.set(blob, await dataAddress(`/api/blobs/${blob}`));
      saveFile(
        sheetPage(sheet, (blob) => addresses.get(blob) ?? null),
        `${sheet.title}.html`,
        'text/html',
      );
    } catch {
      this.notices.say('A picture could not be fetched from the server. The page was not saved.');
    } finally {
      this.saving.set(false);
    }
  }
}

/** A file of the server as a `data:` address. @throws where it cannot be fetched */
async function dataAddress(url: string): Promise<string> {
  const response = await fetch(url);
  if (!response.ok) throw new Error(`${url} could not be fetched.`);
  const blob = await response.blob();
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(new Error(`${url} could not be read.`));
    reader.readAsDataURL(blob);
  });
}

import { ChangeDetectionStrategy, Component, DestroyRef, computed, inject, signal } from '@angular/core';
import { DomSanitizer, type SafeHtml } from '@angular/platform-browser';
import { notesOf } from '@spare-coat/core/plan/journal';
import { emptyPlan } from '@spare-coat/core/plan/step';
import { PLAIN_CHOICE, sheetOf, type Sheet, type SheetChoice } from '@spare-coat/core/sheet/sheet';
import { SHEET_STYLE, sheetBody, sheetPage } from '@spare-coat/core/sheet/sheetHtml';
import { sheetMarkdown } from '@spare-coat/core/sheet/sheetMarkdown';
import { CoatView } from '../shared/coatView';
import { Notices } from '../shared/notices';
import { saveFile } from '../shared/saveFile';
import { ShareNav } from './shareNav';

const CHOICES: readonly {
  readonly key: keyof SheetChoice;
  readonly label: string;
  readonly title: string;
}[] = [
  {
    key: 'ownPictures',
    label: 'My desktop, before and after',
    title: 'Look at them first: a screenshot shows what was open',
  },
  { key: 'notes', label: 'My notes', title: 'What was noted on elements and steps' },
  {
    key: 'survey',
    label: 'What the host was',
    title: 'System, themes, fonts, applications, what starts by itself',
  },
  { key: 'account', label: 'Folders with my name', title: 'Otherwise ~ stands for the home folder' },
];

/** The coat as a page to read and repeat: here, as a file of its own, as Markdown, and on paper. */
@Component({
  selector: 'coat-sheet-view',
  imports: [ShareNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="desk">
      <div class="bench-head">
        <h1>Sheet</h1>
        <coat-share-nav />
        <span class="push"></span>
        <button type="button" class="button first" [disabled]="saving()" (click)="saveHtml()">
          {{ saving() ? 'Taking the pictures in …' : 'Save as one page' }}
        </button>
        <button type="button" class="button" (click)="saveMarkdown()">Markdown</button>
        <button type="button" class="button" (click)="print()">Print or PDF</button>
      </div>
      <fieldset>
        <legend>On it, only if I say so</legend>
        @for (c of choices; track c.key) {
          <label [title]="c.title"
            ><input
              type="checkbox"
              [checked]="choice()[c.key]"
              (change)="set(c.key, $any($event.target).checked)"
            />
            {{ c.label }}</label
          >
        }
      </fieldset>
      <div class="scroll page" tabindex="0" role="region" aria-label="The sheet" [innerHTML]="body()"></div>
    </section>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .desk {
      display: grid;
      grid-template-rows: auto auto minmax(0, 1fr);
      gap: 8px;
      height: 100%;
      padding: 10px 18px 0;
    }
    .bench-head {
      margin: 0;
    }
    fieldset {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
      margin: 0;
      padding: 0;
      border: 0;
    }
    legend {
      float: left;
      margin-right: 6px;
      color: var(--ink-2);
    }
    label {
      display: flex;
      gap: 6px;
      align-items: center;
      min-height: 24px;
    }
    .page {
      background: var(--mid);
      padding: 18px 0;
    }
    @media print {
      :host,
      .desk {
        display: block;
        height: auto;
        padding: 0;
      }
      .bench-head,
      fieldset {
        display: none;
      }
      .page {
        overflow: visible;
        padding: 0;
        background: none;
      }
    }
  `,
})
export class SheetView {
  private readonly view = inject(CoatView);
  private readonly notices = inject(Notices);
  private readonly sanitizer = inject(DomSanitizer);
  protected readonly choices = CHOICES;
  protected readonly choice = signal<SheetChoice>(PLAIN_CHOICE);
  protected readonly saving = signal(false);

  private readonly sheet = computed<Sheet | null>(() => {
    const [coat, rows] = [this.view.state(), this.view.rows()];
    if (!coat) return null;
    const plan = this.view.plan() ?? emptyPlan();
    const notes = new Map(
      Object.values(rows.journal).map((j) => [
        j.stepKey,
        notesOf(rows, j.stepKey)
          .map((n) => n.note)
          .filter((note) => note !== '')
          .join(' '),
      ]),
    );
    return sheetOf(
      {
        ctx: this.view.context(),
        coat,
        plan,
        done: this.view.done(),
        notes,
        survey: this.view.surveysBefore()[0] ?? null,
        today: new Date().toISOString().slice(0, 10),
      },
      this.choice(),
    );
  });
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

  protected set(key: keyof SheetChoice, on: boolean): void {
    this.choice.update((c) => ({ ...c, [key]: on }));
  }
  protected saveMarkdown(): void {
    const sheet = this.sheet();
    if (sheet) saveFile(sheetMarkdown(sheet), `${sheet.title}.md`, 'text/markdown');
  }
  protected print(): void {
    window.print();
  }

  /** Takes the pictures into the page, so that it needs nothing else. */
  protected async saveHtml(): Promise<void> {
    const sheet = this.sheet();
    if (!sheet) return;
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

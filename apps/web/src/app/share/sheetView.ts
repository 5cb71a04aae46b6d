import { NextTurn } from '../shared/nextTurn';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { emptyPlan } from '@spare-coat/core/model/deeds/step';
import { PLAIN_CHOICE, sheetOf, type Sheet, type SheetChoice } from '@spare-coat/core/proving/sheet/sheet';
import { CoatView } from '../shared/coatView';
import { SheetFiles, SheetPaper } from '../shared/sheetPaper';
import { ShareNav } from './shareNav';
import { SheetChoices } from './sheetChoices';

/** The coat as a page to read and repeat: here, as a file of its own, as Markdown, and on paper. */
@Component({
  selector: 'coat-sheet-view',
  imports: [MatButton, MatIcon, NextTurn, ShareNav, SheetChoices, SheetPaper],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section *coatNextTurn class="desk">
      <div class="bench-head">
        <h1>Sheet</h1>
        <coat-share-nav />
        <span class="push"></span>
        <button
          type="button"
          matButton="filled"
          [disabled]="!sheet() || files.saving()"
          (click)="files.savePage(sheet()!)"
        >
          <mat-icon svgIcon="download" />{{
            files.saving() ? 'Taking the pictures in …' : 'Save as one page'
          }}
        </button>
        <button
          type="button"
          matButton="outlined"
          [disabled]="!sheet()"
          (click)="files.saveMarkdown(sheet()!)"
        >
          <mat-icon svgIcon="download" /> Markdown
        </button>
        <button type="button" matButton="outlined" (click)="print()">
          <mat-icon svgIcon="printer" />Print or PDF
        </button>
      </div>
      <coat-sheet-choices [(choice)]="choice" />
      <coat-sheet-paper *coatNextTurn [sheet]="sheet()" />
    </section>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .desk {
      display: grid;
      grid-template: auto auto minmax(0, 1fr) / minmax(0, 1fr);
      gap: 8px;
      height: 100%;
      padding: 10px 18px 0;
    }
    .bench-head {
      margin: 0;
    }
    @media print {
      :host,
      .desk {
        display: block;
        height: auto;
        padding: 0;
      }
      .bench-head {
        display: none;
      }
    }
    @media (max-height: 520px), (max-width: 640px) {
      .desk {
        grid-template-rows: auto auto auto;
        overflow: auto;
      }
    }
  `,
})
export class SheetView {
  private readonly view = inject(CoatView);
  protected readonly files = inject(SheetFiles);
  protected readonly choice = signal<SheetChoice>(PLAIN_CHOICE);

  protected readonly sheet = computed<Sheet | null>(() => {
    const coat = this.view.state();
    if (!coat) return null;
    return sheetOf(
      {
        ctx: this.view.context(),
        coat,
        plan: this.view.plan() ?? emptyPlan(),
        survey: this.view.surveysBefore()[0] ?? null,
        today: new Date().toISOString().slice(0, 10),
      },
      this.choice(),
    );
  });

  protected print(): void {
    window.print();
  }
}

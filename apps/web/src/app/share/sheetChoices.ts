import { MatCheckbox } from '@angular/material/checkbox';
import { MatTooltip } from '@angular/material/tooltip';
import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { PLAIN_CHOICE, type SheetChoice } from '@spare-coat/core/proving/sheet/sheet';

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

/** What of a coat is handed on that could be private. */
@Component({
  selector: 'coat-sheet-choices',
  imports: [MatCheckbox, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend>On it, only if I say so</legend>
      @for (c of choices; track c.key) {
        <mat-checkbox
          [matTooltip]="c.title"
          [checked]="choice()[c.key]"
          (change)="set(c.key, $event.checked)"
          >{{ c.label }}</mat-checkbox
        >
      }
    </fieldset>
  `,
  styles: `
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
      color: var(--mat-sys-on-surface-variant);
    }
    @media print {
      fieldset {
        display: none;
      }
    }
  `,
})
export class SheetChoices {
  readonly choice = model<SheetChoice>(PLAIN_CHOICE);
  protected readonly choices = CHOICES;

  protected set(key: keyof SheetChoice, on: boolean): void {
    this.choice.update((c) => ({ ...c, [key]: on }));
  }
}

import { MatInput } from '@angular/material/input';
import { MatFormField } from '@angular/material/form-field';
import { nth } from '@spare-coat/core/ground/checked';
import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import {
  COORDINATES_HELP,
  readCoordinates,
  writeCoordinates,
} from '@spare-coat/core/model/offers/coordinates';
import { fromSyntax, toSyntax } from '@spare-coat/core/model/offers/formatSyntax';
import type { OwnSetting } from '@spare-coat/core/model/offers/ownSetting';
import type { Part } from '@spare-coat/core/model/parts/part';
import { TELLING_MOMENTS, writeDate } from '@spare-coat/core/model/traits/writeDate';

const REREAD: Readonly<Record<OwnSetting['reread']['after'], string>> = {
  none: 'at once',
  reload: 'after a reload',
  reopen: 'after reopening it',
  session: 'after a new session',
  restart: 'after a restart',
};

function sayTakes(setting: OwnSetting): string {
  const v = setting.value;
  switch (v.type) {
    case 'number':
      return `${v.least} to ${v.most}${v.unit ? ` ${v.unit}` : ''}, by ${v.step}`;
    case 'choice':
      return v.values.join(', ');
    case 'flag':
      return 'yes or no';
    case 'format':
      return 'a format in its own syntax';
    case 'coordinates':
      return v.as === 'decimal' ? 'a place on earth, in decimals' : 'a place on earth, in degrees';
    case 'program':
      return 'the name of a program';
    case 'link':
      return 'a link';
    default:
      return `a ${v.type}`;
  }
}

/** A part's own settings: where each is set and read again, with formats and places written as it wants them. */
@Component({
  selector: 'coat-own-settings',
  imports: [MatFormField, MatInput],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Its own settings</h2>
    @for (line of lines(); track line.setting.id) {
      <section>
        <h3>{{ line.setting.label }}</h3>
        <p class="faint">{{ line.where }} · {{ line.takes }} · shows {{ line.reread }}</p>
        @if (line.setting.help) {
          <p class="faint">{{ line.setting.help }}</p>
        }
        @if (line.syntax) {
          <label class="field"
            ><span>Pattern, as in Study</span
            ><mat-form-field
              ><input
                #writeBox
                matInput
                class="mono"
                maxlength="200"
                [value]="patterns()[line.setting.id] ?? line.pattern"
                (input)="write(line.setting.id, writeBox.value)" /></mat-form-field
          ></label>
          @if (translated(line.setting); as t) {
            <p class="mono out">{{ t.text }}</p>
            <p class="faint">Shows {{ t.shown }}</p>
            @for (loss of t.losses; track loss) {
              <p class="loss">{{ loss }}</p>
            } @empty {
              <p class="faint">Nothing is lost.</p>
            }
          }
          <label class="field"
            ><span>Or what stands there now, in its own words</span
            ><mat-form-field
              ><input
                #readBackBox
                matInput
                class="mono"
                maxlength="300"
                [placeholder]="line.setting.initial"
                (change)="readBack(line.setting, readBackBox)" /></mat-form-field
          ></label>
          @for (loss of backLosses()[line.setting.id] ?? []; track loss) {
            <p class="loss">{{ loss }}</p>
          }
        }
        @if (line.setting.value.type === 'coordinates') {
          <label class="field"
            ><span>Latitude and longitude</span
            ><mat-form-field
              ><input
                #writeBox2
                matInput
                maxlength="100"
                placeholder="54.98, -1.61"
                (input)="write(line.setting.id, writeBox2.value)" /></mat-form-field
          ></label>
          @if (place(line.setting); as p) {
            <p [class.mono]="p.ok" [class.out]="p.ok" [class.loss]="!p.ok">{{ p.text }}</p>
          }
        }
      </section>
    }
  `,
  styles: `
    h2 {
      margin: 14px 0 4px;
    }
    h3 {
      font-size: var(--mat-sys-body-medium-size);
      font-weight: 650;
    }
    section {
      padding: 6px 0;
      border-bottom: 1px solid var(--mat-sys-outline-variant);
    }
    p {
      font-size: var(--mat-sys-body-small-size);
      overflow-wrap: anywhere;
    }
    .field {
      margin: 6px 0 4px;
      mat-form-field {
        width: 100%;
      }
    }
    .out {
      padding: 3px 6px;
      background: var(--mat-sys-surface);
      border: 1px solid var(--mat-sys-outline-variant);
      white-space: pre-wrap;
    }
    .loss {
      padding-left: 7px;
      border-left: 3px solid var(--mat-sys-error);
      margin: 2px 0;
    }
  `,
})
export class OwnSettings {
  readonly part = input.required<Part>();
  protected readonly patterns = signal<Readonly<Record<string, string>>>({});
  protected readonly backLosses = signal<Readonly<Record<string, readonly string[]>>>({});

  protected readonly lines = computed(() =>
    (this.part().settings ?? []).map((setting) => {
      const syntax = this.syntaxOf(setting);
      return {
        setting,
        syntax,
        pattern: syntax ? fromSyntax(setting.initial, syntax).text : '',
        where:
          'window' in setting.where
            ? setting.where.window
            : `${setting.where.file.path}, ${setting.where.file.at}`,
        takes: sayTakes(setting),
        reread: REREAD[setting.reread.after],
      };
    }),
  );

  private syntaxOf({ value }: OwnSetting) {
    return value.type === 'format'
      ? (this.part().syntaxes?.find((s) => s.id === value.syntax) ?? null)
      : null;
  }

  protected write(id: string, pattern: string): void {
    this.patterns.update((all) => ({ ...all, [id]: pattern }));
  }

  /** What was typed in the part's own words becomes the pattern above. */
  protected readBack(setting: OwnSetting, field: HTMLInputElement): void {
    const syntax = this.syntaxOf(setting);
    if (!syntax || field.value === '') return;
    const { text, losses } = fromSyntax(field.value, syntax);
    this.write(setting.id, text);
    this.backLosses.update((all) => ({ ...all, [setting.id]: losses }));
  }

  protected translated(setting: OwnSetting) {
    const syntax = this.syntaxOf(setting);
    if (!syntax) return null;
    const pattern = this.patterns()[setting.id] ?? fromSyntax(setting.initial, syntax).text;
    const there = toSyntax(pattern, syntax);
    // What comes back is what the part will show, whatever was asked for.
    const back = fromSyntax(there.text, syntax);
    return { ...there, shown: writeDate(back.text, nth(TELLING_MOMENTS, 0).moment, 'en-GB') };
  }

  protected place({ id, value }: OwnSetting): { ok: boolean; text: string } | null {
    const typed = this.patterns()[id] ?? '';
    if (value.type !== 'coordinates' || typed.trim() === '') return null;
    const place = readCoordinates(typed);
    return place
      ? { ok: true, text: writeCoordinates(place, value.as) }
      : { ok: false, text: COORDINATES_HELP };
  }
}

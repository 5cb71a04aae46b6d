import { NextTurn } from '../shared/nextTurn';
import { TextField } from '../shared/forms/textField';
import { AskForm } from '../shared/forms/askForm';
import { ISO_DATES } from '../shared/forms/isoDates';
import { MatSuffix } from '@angular/material/form-field';
import {
  MatDatepicker,
  MatDatepickerInput,
  MatDatepickerToggle,
  MatDatepickerToggleIcon,
  type MatDatepickerInputEvent,
} from '@angular/material/datepicker';
import { NO_DAY } from '../shared/forms/bySchema';
import { Notices } from '../shared/notices';
import { CellOf } from '../shared/rows/tableOf';
import { MatTableModule } from '@angular/material/table';
import { byKey, isLine, isMore } from '../shared/rows/tableOf';
import { MatInput } from '@angular/material/input';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { type CaptureRow } from '@spare-coat/core/model/coat/rows';
import { SUBJECTS, type Subject } from '@spare-coat/core/model/coat/fields';
import { sayValue } from '@spare-coat/core/model/traits/say';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { sayBetween, sayClose } from '../shared/sayClose';
import { StandingMark } from '../shared/standingMark';
import { CompareView } from './compareView';

/** The numbers of the selected element on the picture at hand: how alike it is, its traits, what to set; and all elements, the worst first. */
@Component({
  selector: 'coat-proof-details',
  imports: [
    AskForm,
    CellOf,
    MatButton,
    MatDatepicker,
    MatDatepickerInput,
    MatDatepickerToggle,
    MatDatepickerToggleIcon,
    MatFormField,
    MatIcon,
    MatInput,
    MatOption,
    MatSelect,
    MatSuffix,
    MatTableModule,
    MatTooltip,
    NextTurn,
    StandingMark,
    TextField,
  ],
  providers: ISO_DATES,
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './proofDetails.html',
  styleUrl: './proofDetails.scss',
  host: { role: 'complementary', 'aria-label': 'Numbers' },
})
export class ProofDetails {
  protected readonly byKey = byKey;
  protected readonly isMore = isMore;
  protected readonly isLine = isLine;
  /** The traits, each with what to do about it beneath where there is something. */
  protected readonly rows = computed(() =>
    this.c.lines().flatMap(({ score, proof, advice }) => {
      const { spec, value } = score.target;
      const isColour = spec.type === 'colour';
      const row = { spec, isColour, wanted: value, promised: score.actual, proof, advice };
      const line = { ...row, key: spec.id, isMore: false };
      return advice ? [line, { ...row, key: `${spec.id} advice`, isMore: true }] : [line];
    }),
  );
  protected readonly view = inject(CoatView);
  protected readonly c = inject(CompareView);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  /** A trait whose advice is to be taken. */
  readonly set = output<string>();
  /** Look for the element anew, where a hand had placed it; and for all of them. */
  readonly again = output();
  readonly all = output();
  readonly remove = output<CaptureRow>();
  protected readonly subjects = SUBJECTS;

  protected readonly say = sayBetween;
  protected readonly sayClose = sayClose;
  protected readonly lower = (sentence: string) => sentence.charAt(0).toLowerCase() + sentence.slice(1);
  protected readonly sayValue = sayValue;
  protected readonly accepting = signal(false);
  protected readonly state = computed(() => this.view.selected());
  protected readonly match = computed(() => {
    const id = this.state()?.element.id;
    return id ? this.view.matchOf(id) : null;
  });
  protected readonly closeness = computed(() => {
    const state = this.state();
    return state ? this.c.closenessOf(state) : null;
  });

  /** Takes the difference as it is: what stands there stands in, and what is lost is said. */
  protected accept(lost: string): void {
    const element = this.state()?.element;
    if (!element) return;
    const matchId = this.match()?.id ?? newId();
    const done = this.store.send({
      type: 'match.say',
      elementId: element.id,
      matchId,
      said: 'stand-in',
      reason: '',
      lost,
    });
    if (!done) return;
    this.accepting.set(false);
  }
  protected withdraw(): void {
    const [element, match] = [this.state()?.element, this.match()];
    if (!element || !match) return;
    this.store.send({
      type: 'match.say',
      elementId: element.id,
      matchId: match.id,
      said: null,
      reason: match.reason,
      lost: match.lost,
    });
  }

  /** A date that is none leaves the picture its own, and says so. */
  protected takenOn(own: CaptureRow, { value, targetElement }: MatDatepickerInputEvent<string>): void {
    if (value) return this.describe(own, { date: value });
    (targetElement as HTMLInputElement).value = own.at.slice(0, 10);
    this.notices.say(NO_DAY);
  }
  /** Changes the name, the date or the subject of a picture. What is no name and no date leaves it as it was. */
  protected describe(
    own: CaptureRow,
    more: { readonly name?: string; readonly date?: string; readonly subject?: Subject },
  ): void {
    const { id } = own;
    const name = more.name || own.name;
    const at = more.date ? `${more.date}${own.at.slice(10)}` : own.at;
    this.store.send({ type: 'capture.set', id, name, at, subject: more.subject ?? own.subject });
  }
}

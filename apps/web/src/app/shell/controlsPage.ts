import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatChipGrid, MatChipInput, MatChipRemove, MatChipRow } from '@angular/material/chips';
import { MatOption } from '@angular/material/core';
import {
  MatDatepicker,
  MatDatepickerInput,
  MatDatepickerToggle,
  MatDatepickerToggleIcon,
} from '@angular/material/datepicker';
import { MatError, MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatListOption, MatSelectionList } from '@angular/material/list';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import { MatSelect } from '@angular/material/select';
import { MatSlider, MatSliderThumb } from '@angular/material/slider';
import { MatSortModule } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import { MatTabsModule } from '@angular/material/tabs';
import { MatTooltip } from '@angular/material/tooltip';
import { RouterLink } from '@angular/router';
import { dateSchema, nameSchema, noteSchema } from '@spare-coat/core/ground/text';
import { STANDINGS } from '@spare-coat/core/deciding/matching/standing';
import { ColourField } from '../shared/colourField';
import { FileButton } from '../shared/fileButton';
import { Fold } from '../shared/fold';
import { AskForm } from '../shared/forms/askForm';
import { field, sayProblems } from '../shared/forms/bySchema';
import { ISO_DATES } from '../shared/forms/isoDates';
import { NumberField } from '../shared/forms/numberField';
import { SearchField } from '../shared/forms/searchField';
import { SuggestField } from '../shared/forms/suggestField';
import { TextField } from '../shared/forms/textField';
import { Notices } from '../shared/notices';
import { RoomLight } from '../shared/room';
import { CellOf } from '../shared/rows/tableOf';
import { StandingMark } from '../shared/standingMark';
import { ZoomButtons } from '../shared/zoomButtons';

/** Every control in every state, for those who develop: looked at in both rooms, and held against the rules of accessibility. */
@Component({
  selector: 'coat-controls-page',
  imports: [
    AskForm,
    CellOf,
    ColourField,
    FileButton,
    Fold,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatCheckbox,
    MatChipGrid,
    MatChipInput,
    MatChipRemove,
    MatChipRow,
    MatDatepicker,
    MatDatepickerInput,
    MatDatepickerToggle,
    MatDatepickerToggleIcon,
    MatError,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatInput,
    MatListOption,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    MatOption,
    MatProgressBar,
    MatRadioButton,
    MatRadioGroup,
    MatSelect,
    MatSelectionList,
    MatSlider,
    MatSliderThumb,
    MatSortModule,
    MatSuffix,
    MatTableModule,
    MatTabsModule,
    MatTooltip,
    NumberField,
    ReactiveFormsModule,
    RouterLink,
    SearchField,
    StandingMark,
    SuggestField,
    TextField,
    ZoomButtons,
  ],
  providers: [ISO_DATES],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './controlsPage.html',
  styles: `
    :host {
      display: grid;
      gap: 18px;
      padding: 20px;
      height: 100%;
      overflow: auto;
    }
    header,
    .line {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: center;
    }
    section {
      display: grid;
      gap: 10px;
      justify-items: start;
    }
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
      gap: 10px;
      width: 100%;
    }
    mat-slider,
    mat-progress-bar,
    mat-selection-list {
      width: 260px;
    }
  `,
})
export class ControlsPage {
  protected readonly room = inject(RoomLight);
  private readonly notices = inject(Notices);
  protected readonly rooms = ['system', 'light', 'dark'] as const;
  protected readonly rows = STANDINGS;
  protected readonly noteSchema = noteSchema;
  protected readonly items = ['clock', 'search', 'status area'].map((label) => ({
    label,
    what: '',
    words: '',
  }));
  protected readonly date = field(dateSchema, '2026-11-29');
  protected readonly wrong = field(nameSchema, ' ');
  protected readonly problem = () => sayProblems(this.wrong);
  protected readonly said = signal('Nothing yet.');

  constructor() {
    this.wrong.markAsTouched();
  }

  protected ask(): void {
    void this.notices.ask({
      title: 'Delete it?',
      text: 'It goes for good.',
      yes: 'Delete it',
      no: 'Keep it',
    });
  }
  protected tell(): void {
    this.notices.say('It was removed.', { label: 'Undo', run: () => this.said.set('Undone.') });
  }
}

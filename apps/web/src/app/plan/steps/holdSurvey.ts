import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { DropFiles } from '../../shared/dropFiles';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { SurveyIntake } from '../../shared/surveyIntake';
import { PlanView } from '../planView';
import { FileButton } from '../../shared/fileButton';

/** Takes a new survey or settings dump while doing, and holds it against what was ticked. */
@Component({
  selector: 'coat-hold-survey',
  imports: [DropFiles, FileButton, MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="hold" #drop="coatDropFiles" [class.over]="drop.over()" (coatDropFiles)="take($event)">
      @if (plan.held(); as held) {
        <span
          ><strong>{{ held.name }}</strong
          >: {{ plan.proven() }} proven, {{ plan.missing() }} ticked but not to be seen. The rest a survey
          cannot tell.</span
        >
        <button type="button" matButton (click)="plan.held.set(null)">
          <mat-icon svgIcon="x" />Put away
        </button>
      } @else {
        <span class="faint"
          >Drop a new survey or settings dump here, to see what of the ticked steps really shows.</span
        >
      }
      <coat-file-button [label]="intake.busy() ? 'Reading …' : 'Choose a file'" (chosen)="take($event)" />
    </div>
    @if (intake.refusal(); as r) {
      <p class="alarm" role="alert">{{ r.file }}: {{ r.sentence }}</p>
    }
  `,
  styles: `
    .hold {
      display: flex;
      align-items: center;
      gap: 10px;
      padding: 5px 10px;
      margin-bottom: 8px;
      border: 1px dashed var(--mat-sys-outline);
    }
    .hold > span {
      flex: 1;
    }
    .over {
      background: var(--mat-sys-primary-container);
    }
  `,
})
export class HoldSurvey {
  protected readonly plan = inject(PlanView);
  protected readonly intake = inject(SurveyIntake);

  protected async take(files: Iterable<File> | null): Promise<void> {
    const taken = await this.intake.takeFirst(files);
    if (taken) this.plan.held.set(taken);
  }
}

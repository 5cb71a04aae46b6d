import { ChangeDetectionStrategy, Component } from '@angular/core';
import { StageNav } from '../shared/stageNav';

/** The views of the Plan stage, in the order of the job. */
@Component({
  selector: 'coat-plan-nav',
  imports: [StageNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<coat-stage-nav label="Views of the plan" [views]="views" />`,
})
export class PlanNav {
  protected readonly views = [
    { path: 'plan', label: 'Steps' },
    { path: 'rehearsal', label: 'Rehearsal' },
    { path: 'way-back', label: 'Way back' },
    { path: 'readings', label: 'Readings' },
  ];
}

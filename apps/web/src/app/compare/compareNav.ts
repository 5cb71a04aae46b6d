import { ChangeDetectionStrategy, Component } from '@angular/core';
import { StageNav } from '../shared/stageNav';

/** The views of the Compare stage. */
@Component({
  selector: 'coat-compare-nav',
  imports: [StageNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<coat-stage-nav label="Views of Compare" [views]="views" />`,
})
export class CompareNav {
  protected readonly views = [
    { path: 'compare', label: 'Pictures' },
    { path: 'over-time', label: 'Over time' },
  ];
}

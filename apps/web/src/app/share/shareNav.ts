import { ChangeDetectionStrategy, Component } from '@angular/core';
import { StageNav } from '../shared/stageNav';

/** The views of the Share stage. */
@Component({
  selector: 'coat-share-nav',
  imports: [StageNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<coat-stage-nav label="Views of Share" [views]="views" />`,
})
export class ShareNav {
  protected readonly views = [
    { path: 'share', label: 'Sheet' },
    { path: 'bundle', label: 'Bundle' },
    { path: 'carry-over', label: 'Carry over' },
    { path: 'on-rack', label: 'On the rack' },
  ];
}

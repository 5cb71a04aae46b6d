import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  MAT_DIALOG_DATA,
  MatDialogActions,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import type { Question } from '../shared/notices';

/** A question that has to be answered before anything else; leaving it is a no. */
@Component({
  selector: 'coat-question-dialog',
  imports: [MatButton, MatDialogActions, MatDialogContent, MatDialogTitle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>{{ question.title }}</h2>
    <mat-dialog-content>{{ question.text }}</mat-dialog-content>
    <mat-dialog-actions>
      <button type="button" matButton="outlined" (click)="ref.close(false)">{{ question.no }}</button>
      <button type="button" matButton="filled" cdkFocusInitial (click)="ref.close(true)">
        {{ question.yes }}
      </button>
    </mat-dialog-actions>
  `,
})
export class QuestionDialog {
  protected readonly question = inject<Question>(MAT_DIALOG_DATA);
  protected readonly ref = inject<MatDialogRef<QuestionDialog, boolean>>(MatDialogRef);
}

import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { Task } from '../shared/asking';
import { MatInput } from '@angular/material/input';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Api } from '../shared/api';

/** Asks once for the access key of a server that others can reach as well. */
@Component({
  selector: 'coat-key-asked',
  imports: [MatButton, MatFormField, MatIcon, MatInput, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form
      role="dialog"
      aria-modal="true"
      aria-labelledby="key-asked"
      [formGroup]="form"
      (submit)="$event.preventDefault(); show()"
    >
      <h2 id="key-asked">This server asks for its access key</h2>
      <p>
        Others can reach it as well. The key is what was set as ACCESS_KEY where the server runs. It is asked
        for once in this browser.
      </p>
      <label class="field"
        ><span>Access key</span
        ><mat-form-field
          ><input
            matInput
            type="password"
            autocomplete="current-password"
            autofocus
            formControlName="key" /></mat-form-field
      ></label>
      @if (problem(); as p) {
        <p class="mind" role="alert">{{ p }}</p>
      }
      <button type="submit" matButton="filled" [disabled]="busy() || form.invalid">
        <mat-icon svgIcon="log-in" />Go in
      </button>
    </form>
  `,
  styles: `
    :host {
      position: fixed;
      inset: 0;
      display: grid;
      place-items: center;
      background: var(--coat-veil);
      z-index: 1300;
    }
    form {
      display: grid;
      gap: 12px;
      max-width: 440px;
      padding: 20px;
      background: var(--mat-sys-surface);
      border-radius: var(--mat-sys-corner-small);
    }
    p {
      margin: 0;
    }
    .mat-mdc-outlined-button {
      justify-self: end;
    }
  `,
})
export class KeyAsked {
  private readonly api = inject(Api);
  private readonly task = new Task();
  protected readonly busy = this.task.busy;
  protected readonly problem = this.task.problem;

  protected readonly form = new FormGroup({
    key: new FormControl('', { nonNullable: true, validators: Validators.required }),
  });

  protected show(): void {
    if (this.form.invalid) return;
    // Everything that was refused is asked for again; what was not sent is kept in the browser.
    this.task.run(this.api.showKey(this.form.getRawValue().key), () => location.reload());
  }
}

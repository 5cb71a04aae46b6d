import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'coat-nowhere',
  imports: [MatButton, MatIcon, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main class="empty">
    <h1>There is nothing at this address</h1>
    <p>It may be mistyped, or the link is from another version.</p>
    <a matButton="filled" routerLink="/"><mat-icon svgIcon="arrow-right" />Go to your coats</a>
  </main>`,
})
export class Nowhere {}

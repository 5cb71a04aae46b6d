import { AskForm } from '../../shared/forms/askForm';
import { StageLayout } from '../../shared/stageLayout';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { Finding, FindingAction } from '@spare-coat/core/deciding/findings/finding';
import type { Answer } from '@spare-coat/core/model/coat/answers';
import { CoatStore } from '../../shared/coatStore';
import { CoatView } from '../../shared/coatView';
import { newId } from '../../shared/newId';
import { AppsUsed } from './appsUsed';
import { Noticed } from './noticed';

/** What was noticed: each with what it costs and the action that settles it, or taken as it is with a reason. */
@Component({
  selector: 'coat-findings',
  imports: [AppsUsed, AskForm, MatButton, MatIcon, RouterLink, StageLayout],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <coat-stage label="Sorts and applications">
      <section class="bench scroll">
        <div class="bench-head">
          <h1>Findings</h1>
          <span class="faint">What was noticed about the coat as it stands, most weighty first</span>
          <a class="push" routerLink="../match" queryParamsHandling="preserve">Back to Match</a>
        </div>
        @if (!view.host()) {
          <p class="said">
            Findings need a host. <a routerLink="../host" queryParamsHandling="preserve">Choose the host</a>
          </p>
        } @else {
          <ul class="list">
            @for (f of noticed.sorted().open; track f.key) {
              <li>
                <header>
                  <span class="sort">{{ f.sort }}</span>
                  <h2>{{ f.title }}</h2>
                </header>
                <p>{{ f.cost }}</p>
                <div class="actions">
                  @for (a of f.actions; track $index) {
                    <button type="button" matButton="outlined" (click)="act(f, a)">{{ a.label }}</button>
                  }
                  <button
                    type="button"
                    matButton
                    [attr.aria-label]="'Take it as it is: ' + f.title"
                    (click)="ask(f)"
                  >
                    <mat-icon svgIcon="check" /> Take it as it is
                  </button>
                </div>
                @if (asking()?.key === f.key) {
                  <coat-ask-form
                    optional
                    question="Why is it fine?"
                    yes="Take it as it is"
                    no="Not now"
                    (answered)="accept(f, $event)"
                    (left)="asking.set(null)"
                  />
                }
              </li>
            } @empty {
              <li class="faint none">Nothing was noticed that asks for something.</li>
            }
          </ul>
          @if (noticed.sorted().accepted.length > 0) {
            <h2 class="next">Answered, or taken as they are</h2>
            <ul class="list quiet-list">
              @for (q of noticed.sorted().accepted; track q.row.id) {
                <li>
                  <header>
                    <span class="sort">{{ q.finding.sort }}</span>
                    <h2>{{ q.finding.title }}</h2>
                    <span class="push"></span>
                    <button type="button" matButton (click)="reopen(q.row.id)">
                      <mat-icon svgIcon="undo-2" />Bring it back
                    </button>
                  </header>
                  <p class="faint">{{ q.row.reason || 'No reason was given.' }}</p>
                </li>
              }
            </ul>
          }
        }
      </section>
      <aside class="details scroll" aria-label="Sorts and applications">
        <h2>By sort</h2>
        <dl class="counts">
          @for (c of counts(); track c[0]) {
            <dt>{{ c[0] }}</dt>
            <dd>{{ c[1] }}</dd>
          }
        </dl>
        <coat-apps-used />
      </aside>
    </coat-stage>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .list {
      list-style: none;
      margin: 0;
      padding: 0;
      > li {
        padding: 9px 12px;
        border-bottom: 1px solid var(--mat-sys-outline-variant);
        background: var(--mat-sys-surface);
      }
    }
    header {
      display: flex;
      gap: 10px;
      align-items: baseline;
    }
    h2 {
      font-size: var(--mat-sys-body-medium-size);
      margin: 0;
    }
    .next {
      margin: 18px 0 6px;
    }
    .sort {
      flex: none;
      width: 158px;
      font-size: var(--mat-sys-body-small-size);
      color: var(--mat-sys-on-surface-variant);
    }
    .list p {
      margin: 2px 0 6px 168px;
      overflow-wrap: anywhere;
    }
    .actions,
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      margin-left: 168px;
      align-items: end;
    }
    form .field {
      flex: 1;
    }
    .counts {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 3px 12px;
      margin: 6px 0 16px;
    }
    dd {
      margin: 0;
      text-align: right;
    }
    @media (max-width: 760px) {
      header {
        flex-direction: column;
        gap: 0;
      }
      .list p,
      .actions,
      form {
        margin-left: 0;
      }
    }
  `,
})
export class Findings {
  protected readonly view = inject(CoatView);
  protected readonly noticed = inject(Noticed);
  private readonly store = inject(CoatStore);
  private readonly router = inject(Router);
  protected readonly asking = signal<Finding | null>(null);
  protected readonly counts = computed(() => {
    const counts = new Map<string, number>();
    for (const f of this.noticed.sorted().open) counts.set(f.sort, (counts.get(f.sort) ?? 0) + 1);
    return [...counts].sort((a, b) => b[1] - a[1]);
  });

  protected act(finding: Finding, action: FindingAction): void {
    if ('commands' in action) {
      const [only] = action.commands;
      this.store.send(
        action.commands.length === 1 && only
          ? only
          : { type: 'many', label: action.label, commands: action.commands },
      );
      return;
    }
    if ('answer' in action) {
      this.send(finding, action.label, action.answer);
      return;
    }
    const { stage, id } = action;
    const queryParams = stage === 'match' ? { e: id } : stage === 'parts' ? { part: id } : {};
    const path = stage === 'host' ? ['host', 'now'] : [stage];
    void this.router.navigate(['/coats', this.view.coat()!.id, ...path], {
      queryParams,
      queryParamsHandling: 'merge',
    });
  }

  protected ask(finding: Finding): void {
    this.asking.set(finding);
  }

  protected accept(finding: Finding, reason: string): void {
    if (this.send(finding, reason, null)) this.asking.set(null);
  }

  private send({ key, facts }: Finding, reason: string, answer: Answer | null): boolean {
    const at = new Date().toISOString();
    return this.store.send({ type: 'finding.accept', id: newId(), finding: key, facts, reason, at, answer });
  }

  protected reopen(id: string): void {
    this.store.send({ type: 'finding.reopen', id });
  }
}

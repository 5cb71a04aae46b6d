import { ChangeDetectionStrategy, Component, ElementRef, effect, inject } from '@angular/core';
import { CoatView } from '../shared/coatView';
import { Crop } from '../shared/crop';
import { sayClose } from '../shared/sayClose';
import { StandingMark } from '../shared/standingMark';

/** The list of elements, grouped, always in the same place, so that one keeps one's place when changing stage. */
@Component({
  selector: 'coat-spine',
  imports: [Crop, StandingMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nav class="scroll" aria-label="Elements">
      @for (group of view.groups(); track group.group) {
        <h2>{{ group.group }}</h2>
        <ul>
          @for (s of group.states; track s.element.id) {
            <li>
              <button
                type="button"
                [class.current]="s.element.id === view.selected()?.element?.id"
                [attr.aria-current]="s.element.id === view.selected()?.element?.id ? 'true' : null"
                (click)="view.select(s.element.id)"
              >
                @if (view.cropOf(s.element); as crop) {
                  <coat-crop
                    [blob]="crop.picture.blob"
                    [full]="crop.picture"
                    [rect]="crop.region"
                    [width]="34"
                    [height]="20"
                  />
                } @else {
                  <span class="blank" aria-hidden="true"></span>
                }
                <span class="name" [title]="s.element.name">{{ s.element.name }}</span>
                <span class="close">{{ say(s.closeness) }}</span>
                <coat-standing-mark [standing]="s.standing" />
              </button>
            </li>
          }
        </ul>
      } @empty {
        <p class="faint none">No elements yet. Draw a region on a picture in Study to make the first.</p>
      }
    </nav>
  `,
  styles: `
    :host {
      display: block;
      min-height: 0;
      background: var(--side);
      border-right: 1px solid var(--line);
    }
    nav {
      height: 100%;
      padding: 4px 0 16px;
    }
    h2 {
      padding: 12px 14px 4px;
      font-size: 12px;
      font-weight: 650;
      color: var(--ink-2);
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    button {
      display: grid;
      grid-template-columns: 34px minmax(0, 1fr) auto auto;
      align-items: center;
      gap: 9px;
      width: 100%;
      height: 32px;
      padding: 0 14px 0 11px;
      border: 0;
      border-left: 3px solid transparent;
      background: none;
      text-align: left;
      cursor: pointer;
    }
    button:hover {
      background: var(--accent-soft);
    }
    button.current {
      background: var(--accent-soft);
      border-left-color: var(--accent);
      font-weight: 600;
    }
    button:focus-visible {
      outline-offset: -2px;
    }
    .blank {
      width: 34px;
      height: 20px;
      background: var(--track);
    }
    .name {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .close {
      font-weight: 650;
    }
    .none {
      padding: 16px;
    }
    @media (max-width: 900px) {
      nav {
        max-height: 160px;
      }
    }
  `,
})
export class Spine {
  protected readonly view = inject(CoatView);
  protected readonly say = sayClose;

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef);
    effect(() => {
      if (!this.view.selected()) return;
      queueMicrotask(() =>
        host.nativeElement.querySelector('.current')?.scrollIntoView?.({ block: 'nearest' }),
      );
    });
  }
}

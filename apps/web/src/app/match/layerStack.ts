import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { looksInForce, underLooks } from '@spare-coat/core/deciding/matching/looks';
import { percent } from '@spare-coat/core/ground/percent';
import {
  changesOf,
  newerRevisions,
  type Newer,
  type NewerChanges,
} from '@spare-coat/core/deciding/matching/newerRevisions';
import { chosenLayers, resolveLayer } from '@spare-coat/core/deciding/matching/layers';
import { layersOf, matchOf, type LayerRow } from '@spare-coat/core/model/coat/rows';
import type { Scope } from '@spare-coat/core/model/coat/fields';
import type { OwnSetting } from '@spare-coat/core/model/offers/ownSetting';
import { freeSettings, ownValueProblem } from '@spare-coat/core/model/parts/ownValue';
import type { Part } from '@spare-coat/core/model/parts/part';
import { stackOf, type StackLayer } from '@spare-coat/core/deciding/matching/stack';
import { targetsOf } from '@spare-coat/core/deciding/matching/targets';
import type { ElementState } from '@spare-coat/core/deciding/matching/evaluate';
import { mixed, type Schema } from 'yup';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { FlavourChoice } from './flavourChoice';
import { TextField } from '../shared/forms/textField';

const WORDS: Readonly<Record<StackLayer['role'], string>> = {
  host: 'host',
  look: 'look',
  base: 'base',
  overlay: 'over it',
  hand: 'by hand',
};

/** A part in use, with what can be set of it there. */
interface Use {
  readonly layer: LayerRow;
  readonly part: Part;
  readonly settings: readonly { readonly setting: OwnSetting; readonly schema: Schema }[];
}

/** What a setting of a part's own takes, or nothing. */
const ownValueOf = (setting: OwnSetting): Schema =>
  mixed().test('own', (value, ctx) => {
    const text = String(value ?? '');
    const problem = text === '' ? null : ownValueProblem(setting, text);
    return problem === null || ctx.createError({ message: problem });
  });

/** What a newer revision would change, in words. */
function sayChanges({ now, then, traits, else: others }: NewerChanges): string {
  const what = [...traits.map((t) => t.toLowerCase()), ...others];
  const closer = now !== null && then !== null && percent(now) !== percent(then);
  return [
    what.length > 0 ? `Another there: ${what.join(', ')}.` : 'Nothing that shows is another there.',
    closer ? `With it the element is ${percent(then)} close, now ${percent(now)}.` : '',
  ]
    .filter(Boolean)
    .join(' ');
}

/** The layers of an element as a small stack, the topmost first: what each gives, and what covers the rest of it. */
@Component({
  selector: 'coat-layer-stack',
  imports: [FlavourChoice, MatButton, MatFormField, MatIcon, MatOption, MatSelect, MatTooltip, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol aria-label="Layers, the topmost first">
      @for (l of stack(); track $index) {
        <li [class.idle]="l.gives.length === 0">
          <span class="role">{{ words[l.role] }}</span>
          <span class="what">
            <strong>{{ l.name }}</strong>
            <small [matTooltip]="covered(l)">
              {{ l.gives.length === 0 ? 'gives nothing that counts' : l.gives.join(', ') }}
              @if (l.covered.length > 0) {
                <span class="faint">· {{ l.covered.length }} covered</span>
              }
            </small>
          </span>
          @if (l.role === 'overlay' && l.layerId) {
            <span class="acts">
              @if ($index > 0) {
                <button
                  type="button"
                  matButton
                  [attr.aria-label]="'Raise ' + l.name"
                  (click)="raise(l.layerId!)"
                >
                  <mat-icon svgIcon="arrow-up" /> Raise
                </button>
              }
              <button
                type="button"
                matButton
                [attr.aria-label]="'Take off ' + l.name"
                (click)="remove(l.layerId!)"
              >
                <mat-icon svgIcon="x" /> Take off
              </button>
            </span>
          }
        </li>
      }
    </ol>
    @for (p of parts(); track p.part.id) {
      <div class="scope">
        <span>{{ p.part.name }} is got</span>
        <mat-form-field>
          <mat-select
            [aria-label]="'For whom ' + p.part.name + ' is got'"
            [value]="p.scope"
            (selectionChange)="getFor(p.part, $event.value)"
          >
            <mat-option value="">as it comes</mat-option>
            <mat-option value="me">for me alone</mat-option>
            <mat-option value="everybody">for everybody on this computer</mat-option>
          </mat-select>
        </mat-form-field>
      </div>
      @if (p.scope === 'everybody') {
        <p class="faint note">{{ p.says }}</p>
      }
    }
    <coat-flavour-choice [elementId]="state().element.id" />
    @for (u of own(); track u.layer.id) {
      <fieldset class="own">
        <legend>{{ u.part.name }}, its own settings here</legend>
        @for (line of u.settings; track line.setting.id) {
          @let s = line.setting;
          <div class="line">
            <span>{{ s.label }}</span>
            @if (s.value.type === 'choice') {
              <mat-form-field
                ><mat-select
                  [aria-label]="s.label"
                  (selectionChange)="setOwn(u, s, $event.value)"
                  [value]="u.layer.own?.[s.id] ?? ''"
                >
                  <mat-option value="">as installed</mat-option>
                  @for (v of s.value.values; track v) {
                    <mat-option [value]="v">{{ v }}</mat-option>
                  }
                </mat-select></mat-form-field
              >
            } @else {
              <coat-text-field
                [name]="s.label"
                [schema]="line.schema"
                [value]="u.layer.own?.[s.id] ?? ''"
                [placeholder]="s.initial || 'as installed'"
                (given)="setOwn(u, s, $event)"
              />
            }
          </div>
        }
      </fieldset>
    }
    @for (n of newer(); track n.layer.id) {
      <p class="note">
        There is a newer revision of {{ n.part.name }}, version {{ n.part.version }}. {{ n.says }}
        <button type="button" matButton (click)="renew(n)">
          <mat-icon svgIcon="arrow-up" /> Take the newer revision of {{ n.part.name }}
        </button>
      </p>
    }
    @for (l of overwritten(); track l) {
      <p class="faint note">{{ l }}</p>
    }
  `,
  styles: `
    ol {
      list-style: none;
      margin: 0 0 8px;
      padding: 0;
      border: 1px solid var(--mat-sys-outline-variant);
    }
    li {
      display: grid;
      grid-template-columns: 56px minmax(0, 1fr) auto;
      gap: 8px;
      align-items: center;
      padding: 3px 8px;
      background: var(--mat-sys-surface);
      border-bottom: 1px solid var(--mat-sys-outline-variant);
      &:last-child {
        border-bottom: 0;
      }
    }
    .role {
      font-size: var(--mat-sys-label-medium-size);
      color: var(--mat-sys-on-surface-variant);
    }
    .what {
      display: flex;
      gap: 8px;
      align-items: baseline;
      min-width: 0;
    }
    strong {
      font-weight: 550;
      white-space: nowrap;
    }
    small {
      min-width: 0;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      font-size: var(--mat-sys-label-medium-size);
      color: var(--mat-sys-on-surface-variant);
    }
    .idle strong {
      font-weight: 400;
      color: var(--mat-sys-on-surface-variant);
    }
    .own {
      display: grid;
      gap: 4px;
      margin: 0 0 8px;
      padding: 6px 8px;
      border: 1px solid var(--mat-sys-outline-variant);
    }
    .own legend {
      padding: 0 4px;
      font-size: var(--mat-sys-body-small-size);
    }
    .own .line {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
      gap: 8px;
      align-items: center;
      font-size: var(--mat-sys-body-small-size);
    }
    .scope {
      display: grid;
      grid-template-columns: auto minmax(0, 260px);
      gap: 8px;
      align-items: center;
      justify-content: start;
      margin-bottom: 8px;
      font-size: var(--mat-sys-body-small-size);
    }
    .note {
      font-size: var(--mat-sys-body-small-size);
      margin-bottom: 8px;
    }
  `,
})
export class LayerStack {
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  readonly state = input.required<ElementState>();
  protected readonly words = WORDS;

  protected readonly stack = computed<readonly StackLayer[]>(() => {
    const { element, standing } = this.state();
    const variant = this.view.variant();
    if (!variant) return [];
    const ctx = this.view.context();
    const chosen = standing === 'gap' ? [] : chosenLayers(ctx, element.id);
    const layers = underLooks(ctx, chosen, looksInForce(ctx), element.kind);
    const targets = targetsOf(ctx.rows, element, variant.id);
    return stackOf(ctx.host, element.kind, targets, layers, variant).reverse();
  });

  /** What a whole look does to this element, and how it is set again. */
  protected readonly overwritten = computed(() => {
    const { kind } = this.state().element;
    return looksInForce(this.view.context())
      .filter((p) => p.overwrites!.includes(kind))
      .map((p) =>
        this.stack().some((l) => l.role === 'base' || l.role === 'overlay')
          ? `${p.name} overwrites this when it is chosen; what stands above is set again after it.`
          : `${p.name} overwrites this. Choose an offer below to set it again after it.`,
      );
  });

  /** The parts of these layers, and for whom each is got. */
  protected readonly parts = computed(() => {
    const ctx = this.view.context();
    const { scopes = {}, channel = null } = this.view.coat() ?? {};
    const here = ctx.host?.channels.find((c) => c.id === channel);
    const parts = new Set(chosenLayers(ctx, this.state().element.id).flatMap((l) => l.part ?? []));
    return [...parts].map((part) => {
      const isPackaged = part.channels.some((c) => c.way === 'package' && here && c.names[here.id]);
      const how = isPackaged
        ? `It comes as a package of ${here!.name}.`
        : 'A hand puts it where the host looks for all, as administrator: no script of the plan writes there.';
      return { part, scope: scopes[part.id] ?? '', says: `${how} Programs that others run find it as well.` };
    });
  });

  protected getFor({ id }: Part, scope: Scope | ''): void {
    this.store.send({ type: 'coat.scope', partId: id, scope: scope === '' ? null : scope });
  }

  /** What can be set of parts of these layers by themselves: place, player, hours, links. */
  protected readonly own = computed<readonly Use[]>(() => {
    const ctx = this.view.context();
    const match = matchOf(ctx.rows, this.state().element.id);
    return (match ? layersOf(ctx.rows, match.id) : []).flatMap((layer): Use[] => {
      const resolved = resolveLayer(ctx, layer);
      const free = resolved?.part ? freeSettings(resolved.part, resolved.offer) : [];
      const settings = free.map((setting) => ({ setting, schema: ownValueOf(setting) }));
      return resolved?.part && settings.length > 0 ? [{ layer, part: resolved.part, settings }] : [];
    });
  });

  /** An empty field takes back what was said. What the part does not take, the field does not give. */
  protected setOwn({ layer }: Use, setting: OwnSetting, text: string): void {
    this.store.send({
      type: 'layer.own',
      id: layer.id,
      setting: setting.id,
      value: text === '' ? null : text,
    });
  }

  /** Parts of these layers that were changed since they were chosen. */
  protected readonly newer = computed(() => {
    const [ctx, id] = [this.view.context(), this.state().element.id];
    return newerRevisions(ctx, id).map((one) => ({ ...one, says: sayChanges(changesOf(ctx, id, one)) }));
  });

  protected renew({ layer, part }: Newer): void {
    this.store.send({ type: 'layer.renew', id: layer.id, partRevision: part.revision });
  }

  protected covered(l: StackLayer): string {
    return l.covered.map((c) => `${c.trait}: covered by ${c.by}`).join('\n');
  }

  protected raise(id: string): void {
    this.store.send({ type: 'layer.raise', id });
  }

  protected remove(id: string): void {
    this.store.send({ type: 'layer.remove', id });
  }
}

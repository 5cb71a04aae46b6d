import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { fitOf } from '@spare-coat/core/parts/fit';
import type { Supply } from '@spare-coat/core/parts/offer';
import type { Channel, Part } from '@spare-coat/core/parts/part';
import { findKind } from '@spare-coat/core/reference/kinds/registry';
import { sayValue } from '@spare-coat/core/traits/say';
import type { TraitType } from '@spare-coat/core/traits/value';
import { CoatView } from '../shared/coatView';

/** What a supply gives, in words. */
function saySupply(type: TraitType, supply: Supply): string {
  if ('fixed' in supply) {
    const dark = supply.byVariant?.['dark'];
    return (
      sayValue(type, supply.fixed) +
      (dark !== undefined && dark !== supply.fixed ? `, dark ${sayValue(type, dark)}` : '')
    );
  }
  if ('range' in supply) {
    const { least, most, step } = supply.range;
    return `${least} to ${most}${step === 1 ? '' : `, by ${step}`}`;
  }
  if ('oneOf' in supply) return supply.oneOf.map((v) => sayValue(type, v)).join(', ');
  if ('itemsFrom' in supply) return `any order of ${supply.itemsFrom.length} items`;
  return 'any';
}

/** One part, opened. */
@Component({
  selector: 'coat-part-details',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>
      {{ part().name }} <small class="faint">{{ part().version }}</small>
    </h1>
    <p class="faint">{{ part().sort }} by {{ part().author }}</p>
    <p class="sum">{{ part().summary }}</p>
    @if (fit(); as f) {
      <p class="fit" [class.bad]="!f.usable">
        <strong>{{ f.word }}</strong> {{ f.sentence }} {{ f.channelSentence }}
      </p>
    }
    <dl>
      <dt>Released</dt>
      <dd>{{ part().released }}</dd>
      <dt>Licence</dt>
      <dd>{{ part().licence }}</dd>
      <dt>Price</dt>
      <dd>{{ price() }}</dd>
      <dt>Memory</dt>
      <dd>{{ part().memory ? part().memory + ' MB while it runs' : 'none of its own' }}</dd>
      <dt>Shows after</dt>
      <dd>{{ after() }}</dd>
      <dt>Home</dt>
      <dd class="mono">{{ part().home }}</dd>
    </dl>
    @if (faults().length > 0) {
      <h2>Mind</h2>
      <ul>
        @for (fault of faults(); track fault) {
          <li>{{ fault }}</li>
        }
      </ul>
    }
    <h2>From where</h2>
    <ul>
      @for (channel of channels(); track channel) {
        <li>{{ channel }}</li>
      }
    </ul>
    <h2>Made for</h2>
    <ul>
      @for (rule of part().fits; track $index) {
        <li>
          {{ rule.host }} {{ rule.versions }} <span class="faint">({{ rule.how }})</span>
        </li>
      } @empty {
        <li>any host that follows the open standards</li>
      }
    </ul>
    @for (offer of offers(); track offer.id) {
      <h2>
        {{ offer.name }} <small class="faint">{{ offer.kind }}</small>
      </h2>
      <table>
        <caption class="sr-only">
          What it supplies
        </caption>
        <tbody>
          @for (line of offer.lines; track line.label) {
            <tr>
              <th scope="row">{{ line.label }}</th>
              <td>
                @if (line.swatch) {
                  <span class="swatch" [style.background]="line.swatch"></span>
                }
                {{ line.text }}
              </td>
            </tr>
          }
        </tbody>
      </table>
    } @empty {
      <p class="faint">It supplies no element by itself.</p>
    }
  `,
  styles: `
    .sum {
      margin: 8px 0;
    }
    small {
      font-weight: 400;
      font-size: 13px;
    }
    .fit {
      padding: 7px 10px;
      border-left: 4px solid var(--accent);
      background: var(--paper);
      margin-bottom: 10px;
    }
    .fit.bad {
      border-left-color: var(--alarm);
    }
    dl {
      display: grid;
      grid-template-columns: 82px 1fr;
      gap: 3px 8px;
      margin: 0 0 6px;
    }
    dt {
      color: var(--ink-2);
    }
    dd {
      margin: 0;
      overflow-wrap: anywhere;
    }
    h2 {
      margin: 14px 0 4px;
    }
    ul {
      margin: 0;
      padding-left: 18px;
    }
    table {
      width: 100%;
      border-collapse: collapse;
      font-size: 13px;
    }
    th {
      text-align: left;
      font-weight: 400;
      color: var(--ink-2);
      width: 40%;
      vertical-align: baseline;
    }
    th,
    td {
      padding: 3px 0;
      border-bottom: 1px solid var(--line);
    }
  `,
})
export class PartDetails {
  readonly part = input.required<Part>();
  private readonly view = inject(CoatView);

  protected readonly fit = computed(() => {
    const host = this.view.host();
    return host ? fitOf(this.part(), host, this.view.coat()?.channel ?? null) : null;
  });
  protected readonly price = computed(() => {
    const { price, trialDays, account } = this.part();
    const words = [price ? `${price.amount} ${price.currency}` : 'free'];
    if (trialDays) words.push(`${trialDays} days to try`);
    if (account) words.push('needs an account');
    return words.join(', ');
  });
  protected readonly after = computed(
    () =>
      ({
        none: 'at once',
        reload: 'a reload',
        reopen: 'reopening programs',
        session: 'a new session',
        restart: 'a restart',
      })[this.part().effect],
  );
  protected readonly faults = computed(() => {
    const { faults, sideEffects, requires, openOnce } = this.part();
    return [
      ...faults,
      ...sideEffects.map((s) => (s.counter ? `${s.what} ${s.counter}` : `${s.what} Nothing counters it.`)),
      ...requires.map((r) => r.why),
      ...(openOnce ? ['It has to be opened once before it can be chosen.'] : []),
    ];
  });
  protected readonly channels = computed(() => this.part().channels.map((c) => this.sayChannel(c)));
  protected readonly offers = computed(() =>
    this.part().offers.map((offer) => ({
      id: offer.id,
      name: offer.name,
      kind: findKind(offer.kind)?.label ?? offer.kind,
      lines: Object.entries(offer.supplies).map(([trait, supply]) => {
        const spec = findKind(offer.kind)?.traits.find((t) => t.id === trait);
        return {
          label: spec?.label ?? trait,
          text: saySupply(spec?.type ?? 'label', supply),
          swatch: spec?.type === 'colour' && 'fixed' in supply ? String(supply.fixed) : null,
        };
      }),
    })),
  );

  private sayChannel(channel: Channel): string {
    if (channel.way === 'package') {
      const names = this.view.host()?.channels ?? [];
      const list = Object.entries(channel.names).map(
        ([id, name]) => `${names.find((c) => c.id === id)?.name ?? id}: ${name}`,
      );
      return `Package ${list.join('; ')}`;
    }
    if (channel.way === 'archive')
      return `Archive ${channel.file}; copy its folder ${channel.root} (${channel.sort})`;
    if (channel.way === 'installer') {
      const choices = channel.choices.map((c) => `${c.at}: ${c.choose}`).join('; ');
      return `Installer ${channel.file}${choices ? ` (choose ${choices})` : ''}${channel.admin ? ', as administrator' : ''}`;
    }
    return `Repository ${channel.from}, script ${[channel.script, ...channel.flags].join(' ')}${channel.admin ? ', as administrator' : ''}`;
  }
}

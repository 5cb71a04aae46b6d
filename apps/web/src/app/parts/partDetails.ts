import { Facts } from '../shared/facts';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { fitOf, nearestVersion } from '@spare-coat/core/model/parts/fit';
import type { Supply } from '@spare-coat/core/model/offers/offer';
import type { Channel, Part } from '@spare-coat/core/model/parts/part';
import { trialDaysLeft } from '@spare-coat/core/model/parts/trialDays';
import { findKind } from '@spare-coat/core/model/kinds/registry';
import { sayValue } from '@spare-coat/core/model/traits/say';
import type { TraitType } from '@spare-coat/core/model/traits/value';
import { CoatView } from '../shared/coatView';
import { OwnSettings } from './ownSettings';
import { PartTrials } from './partTrials';
import { Trials } from '../shared/trials';

/** What a supply gives, in words. */
function saySupply(type: TraitType, supply: Supply): string {
  if ('fixed' in supply) {
    const dark = supply.byVariant?.['dark'];
    const states = Object.entries(supply.byState ?? {}).map(([s, v]) => `, ${s} ${sayValue(type, v)}`);
    return (
      sayValue(type, supply.fixed) +
      states.join('') +
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
  imports: [Facts, OwnSettings, PartTrials],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './partDetails.html',
  styleUrl: './partDetails.scss',
})
export class PartDetails {
  readonly part = input.required<Part>();
  readonly shipped = input(true);
  /** It was deleted; coats that pin it keep it. */
  readonly gone = input(false);
  private readonly view = inject(CoatView);
  private readonly trials = inject(Trials);
  /** Archives that are kept with it: their names and where they are to be had. */
  protected readonly kept = computed(() =>
    this.part().channels.flatMap((c) =>
      c.way === 'archive' && c.kept && c.sha256 ? [{ file: c.file, href: `/api/blobs/${c.sha256}` }] : [],
    ),
  );

  protected readonly fit = computed(() => {
    const host = this.view.host();
    return host ? fitOf(this.part(), host, this.view.coat()?.channel ?? null) : null;
  });
  /** The nearest version that a rule names, where none fits by declaration. */
  protected readonly nearest = computed(() => {
    const host = this.view.host();
    return host && this.fit()?.word !== 'declared' ? nearestVersion(this.part(), host) : null;
  });
  protected readonly price = computed(() => {
    const { price, trialDays, account } = this.part();
    const words = [price ? `${price.amount} ${price.currency}` : 'free'];
    const left = trialDaysLeft(
      this.part(),
      this.trials.of(this.part().id),
      new Date().toISOString().slice(0, 10),
    );
    if (trialDays)
      words.push(
        left === trialDays ? `${trialDays} days to try` : `${left} of ${trialDays} days to try are left`,
      );
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
    const { faults, sideEffects, requires, openOnce, brings, spoils, asks, overwrites } = this.part();
    return [
      ...faults,
      ...sideEffects.map((s) => (s.counter ? `${s.what} ${s.counter}` : `${s.what} Nothing counters it.`)),
      ...requires.map((r) => r.why),
      ...(brings ?? []).map((b) => `Brings unasked: ${b.what} ${b.remove ?? 'Nothing gets rid of it.'}`),
      ...(spoils ?? []).map((s) => `Spoils ${s.application}: ${s.what}`),
      ...(asks ?? []).map((a) => a.why),
      ...(overwrites
        ? [
            `Overwrites what was set for ${overwrites.map((k) => (findKind(k)?.label ?? k).toLowerCase()).join(', ')}.`,
          ]
        : []),
      ...(openOnce ? ['It has to be opened once before it can be chosen.'] : []),
    ];
  });
  protected readonly flavours = computed(() => (this.part().flavours ?? []).map((f) => f.name).join(', '));
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

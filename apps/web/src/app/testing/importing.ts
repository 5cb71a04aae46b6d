import { FERNBANK } from '@spare-coat/demo/profileFernbank';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import type { Supply } from '@spare-coat/core/model/offers/offer';
import { of } from 'rxjs';
import type { DemoBench } from './demoBench';

/** The demo’s host as one whose settings are imported from an export, `desk.ini`. */
const IMPORTING: HostProfile = {
  ...FERNBANK,
  exports: { 'desk.ini': { form: 'sections', encoding: 'utf-8', newline: '\n', head: '' } },
  offers: FERNBANK.offers.map((offer) => ({
    ...offer,
    supplies: Object.fromEntries<Supply>(
      Object.entries(offer.supplies).map(([trait, supply]) => {
        if ('fixed' in supply) return [trait, supply];
        const entry = {
          of: 'desk.ini',
          path: ['Desk'],
          before: `${supply.setting.key} = `,
          way: 'bare' as const,
        };
        return [trait, { ...supply, setting: { ...supply.setting, entry } }];
      }),
    ),
  })),
};

export function onImporting(bench: DemoBench): void {
  bench.api['profile'] = () => of({ profile: IMPORTING, shipped: true });
}

import { Injectable, computed, inject } from '@angular/core';
import { CoatView } from '../shared/coatView';
import { loaded } from '../shared/asking';
import { PixelsWorker } from '../shared/pixels';
import { ASKEW, WEAR } from '@spare-coat/core/measuring/picture/byGrade';
import { from } from 'rxjs';

/** What happened to the picture that is shown before it came here, and what that leaves of it. */
@Injectable()
export class ShownGrade {
  private readonly view = inject(CoatView);
  private readonly pixels = inject(PixelsWorker);
  private readonly asked = loaded(
    () => this.view.picture()?.blob,
    (sha) => from(this.pixels.ask('grade', { sha })),
  );
  readonly told = this.asked.value;
  /** In a few words; null until it is known, and where nobody can tell. */
  readonly word = computed(() => {
    const grade = this.asked.value()?.grade;
    return grade ? WEAR[grade].word : null;
  });
  /** What is still read off it; null where nothing is lost. */
  readonly loss = computed(() => {
    const told = this.asked.value();
    if (!told?.grade || told.grade === 'exact') return null;
    return told.isAskew ? ASKEW : WEAR[told.grade].leaves;
  });
  /** Whether it is a photo that is to be set straight. */
  readonly isPhoto = computed(
    () => this.asked.value()?.grade === 'photographed' && this.view.picture()?.straightened !== true,
  );
}

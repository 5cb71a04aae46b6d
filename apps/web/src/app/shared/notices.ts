import { Injectable, computed, signal } from '@angular/core';

export interface Notice {
  readonly id: number;
  readonly text: string;
  readonly action: { readonly label: string; readonly run: () => void } | null;
}
export interface Question {
  readonly title: string;
  readonly text: string;
  readonly yes: string;
  readonly no: string;
}

const SHOWN_MS = 6000;
const WITH_ACTION_MS = 12_000;

/** Short sentences at the foot of the window, and questions that must be answered. */
@Injectable({ providedIn: 'root' })
export class Notices {
  readonly list = signal<readonly Notice[]>([]);
  /** The question that is shown: the oldest that is not answered. */
  readonly question = computed(() => this.questions()[0] ?? null);
  private readonly questions = signal<readonly (Question & { readonly answer: (yes: boolean) => void })[]>(
    [],
  );
  private counter = 0;

  say(text: string, action: Notice['action'] = null): void {
    const id = ++this.counter;
    this.list.update((list) => [...list.filter((n) => n.text !== text), { id, text, action }].slice(-3));
    setTimeout(() => this.dismiss(id), action ? WITH_ACTION_MS : SHOWN_MS);
  }
  dismiss(id: number): void {
    this.list.update((list) => list.filter((n) => n.id !== id));
  }
  ask(question: Question): Promise<boolean> {
    return new Promise((resolve) => {
      const asked = {
        ...question,
        answer: (yes: boolean) => {
          this.questions.update((all) => all.filter((q) => q !== asked));
          resolve(yes);
        },
      };
      this.questions.update((all) => [...all, asked]);
    });
  }
}

import { HttpClient, HttpErrorResponse, HttpEventType } from '@angular/common/http';
import { Injectable, inject, signal } from '@angular/core';
import type { Command } from '@spare-coat/core/doing/commands/commands';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import type { Survey } from '@spare-coat/core/model/host/survey';
import type { ArchiveReport } from '@spare-coat/core/deciding/archives/report';
import type { CoatPast } from '@spare-coat/core/deciding/matching/standingHistory';
import type { Part } from '@spare-coat/core/model/parts/part';
import type { CarriedPreview, OriginState } from '@spare-coat/core/proving/wire/port';
import type { BundlePreview } from '@spare-coat/core/proving/wire/bundle';
import type { ComparableCoat } from '@spare-coat/core/proving/rack/compareCoats';
import type { Mark } from '@spare-coat/core/proving/rack/marks';
import type { Publication } from '@spare-coat/core/proving/rack/publication';
import type { OnRack, RackAnswer, RackItem, RackPage } from '@spare-coat/core/proving/wire/rack';
import type { ListedDetails, ListedPage } from '@spare-coat/core/model/parts/listing';
import type { CoatCard, CoatsPage, LoadedCoat, Written } from '@spare-coat/core/proving/wire/coat';
import type { JobState } from '@spare-coat/core/proving/wire/job';
import type {
  ArchiveQuestion,
  CataloguePart,
  ListedUpdates,
  PartsPage,
  ToldTrial,
} from '@spare-coat/core/proving/wire/parts';
import type { ReadPicture } from '@spare-coat/core/proving/wire/picture';
import type { GlyphTable } from '@spare-coat/core/doing/scene/glyphs';
import type { FaceMetrics } from '@spare-coat/core/measuring/type/face';
import type { KnownFace } from '@spare-coat/core/measuring/type/nearestFaces';
import { firstValueFrom, lastValueFrom, tap, type Observable } from 'rxjs';

/** What went wrong, in a sentence for the person. `away` when the server could not be reached at all. */
export class ApiProblem extends Error {
  constructor(
    readonly code: string,
    sentence: string,
    readonly status: number,
    readonly body: Readonly<Record<string, unknown>> = {},
  ) {
    super(sentence);
  }
  get away(): boolean {
    return this.status === 0 || this.status === 503 || this.status === 502 || this.status === 504;
  }
}

function asProblem(error: unknown): ApiProblem {
  if (!(error instanceof HttpErrorResponse))
    return new ApiProblem('unexpected', 'Something went wrong in this page.', -1);
  let body: Record<string, unknown> = {};
  try {
    body =
      typeof error.error === 'string'
        ? (JSON.parse(error.error) as Record<string, unknown>)
        : ((error.error ?? {}) as Record<string, unknown>);
  } catch {
    // Not a problem document: the status speaks for itself.
  }
  const title = typeof body['title'] === 'string' ? body['title'] : null;
  if (error.status === 0)
    return new ApiProblem('away', 'The server does not answer. Try again when it is back.', 0);
  return new ApiProblem(
    String(body['code'] ?? 'unexpected'),
    title ?? `The server said no (${error.status}).`,
    error.status,
    body,
  );
}

/** Where a picture out of an archive is shown from. */
export function pictureAddress(reading: string, path: string): string {
  return `/api/archives/readings/${reading}/picture?path=${encodeURIComponent(path)}`;
}

/** The server, typed. Every failure comes as an `ApiProblem`. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);
  /** The server has asked for its access key. */
  readonly keyNeeded = signal(false);

  coats(query: Readonly<Record<string, string>>): Promise<CoatsPage> {
    return this.ask(this.http.get<CoatsPage>('/api/coats', { params: query }));
  }
  /** All coats, page after page. */
  async allCoats(): Promise<CoatCard[]> {
    const all: CoatCard[] = [];
    for (let page = await this.coats({}); ; page = await this.coats({ after: page.next })) {
      all.push(...page.coats);
      if (page.next === null) return all;
    }
  }
  /** Shows the access key, for a cookie that everything else is answered with. */
  showKey(key: string): Promise<unknown> {
    return this.ask(this.http.post('/api/access', { key }));
  }
  createCoat(
    id: string,
    commandId: string,
    name: string,
    from: string | null,
  ): Promise<{ id: string; revision: number }> {
    return this.ask(
      this.http.post<{ id: string; revision: number }>('/api/coats', { id, commandId, name, from }),
    );
  }
  coat(id: string): Promise<LoadedCoat> {
    return this.ask(this.http.get<LoadedCoat>(`/api/coats/${id}`));
  }
  entries(id: string, after: number): Promise<Written> {
    return this.ask(this.http.get<Written>(`/api/coats/${id}/entries`, { params: { after } }));
  }
  /** How an element came to stand as it does, as far as that is kept. */
  past(id: string, element: string): Promise<CoatPast> {
    return this.ask(this.http.get<CoatPast>(`/api/coats/${id}/past/${element}`));
  }
  command(id: string, commandId: string, revision: number, command: Command): Promise<Written> {
    return this.ask(this.http.post<Written>(`/api/coats/${id}/commands`, { commandId, revision, command }));
  }
  answer(id: string, what: 'undo' | 'redo', commandId: string, revision: number): Promise<Written> {
    return this.ask(this.http.post<Written>(`/api/coats/${id}/${what}`, { commandId, revision }));
  }
  /** The letters that drawings are written with. */
  glyphs(): Promise<GlyphTable> {
    return this.ask(this.http.get<GlyphTable>('/api/drawings/glyphs'));
  }
  /** What a package mirror has. */
  mirror(channel: string): Promise<{ packages: string[] }> {
    return this.ask(this.http.get<{ packages: string[] }>(`/api/mirror/${encodeURIComponent(channel)}`));
  }
  profiles(): Promise<{ profiles: HostProfile[]; own: string[] }> {
    return this.ask(this.http.get<{ profiles: HostProfile[]; own: string[] }>('/api/profiles'));
  }
  profile(id: string, revision: number): Promise<{ profile: HostProfile; shipped: boolean }> {
    return this.ask(
      this.http.get<{ profile: HostProfile; shipped: boolean }>(`/api/profiles/${id}/${revision}`),
    );
  }
  profileRevisions(
    id: string,
  ): Promise<{ revisions: { revision: number; name: string; version: string; at: string }[] }> {
    return this.ask(
      this.http.get<{ revisions: { revision: number; name: string; version: string; at: string }[] }>(
        `/api/profiles/${id}/revisions`,
      ),
    );
  }
  putProfile(profile: HostProfile, revision: number, commandId: string): Promise<{ profile: HostProfile }> {
    return this.ask(
      this.http.put<{ profile: HostProfile }>(`/api/profiles/${profile.id}`, {
        commandId,
        revision,
        profile,
      }),
    );
  }
  parts(query: Readonly<Record<string, string>>): Promise<PartsPage> {
    return this.ask(this.http.get<PartsPage>('/api/parts', { params: query }));
  }
  part(id: string): Promise<CataloguePart> {
    return this.ask(this.http.get<CataloguePart>(`/api/parts/${id}`));
  }
  putPart(part: Part, revision: number, commandId: string): Promise<CataloguePart> {
    return this.ask(this.http.put<CataloguePart>(`/api/parts/${part.id}`, { commandId, revision, part }));
  }
  listing(query: Readonly<Record<string, string>>): Promise<ListedPage> {
    return this.ask(this.http.get<ListedPage>('/api/listing', { params: query }));
  }
  listed(key: string): Promise<{ details: ListedDetails; from: string; root: string }> {
    return this.ask(
      this.http.get<{ details: ListedDetails; from: string; root: string }>(`/api/listing/${key}`),
    );
  }
  listedUpdates(): Promise<ListedUpdates> {
    return this.ask(this.http.get<ListedUpdates>('/api/listing/updates'));
  }
  fetchListed(key: string, version: string): Promise<{ job: string }> {
    return this.ask(this.http.post<{ job: string }>(`/api/listing/${key}/fetch`, { version }));
  }
  licenceProblem(expression: string): Promise<{ problem: string | null }> {
    return this.ask(
      this.http.get<{ problem: string | null }>('/api/parts/licence', { params: { expression } }),
    );
  }
  deletePart(id: string): Promise<unknown> {
    return this.ask(this.http.delete(`/api/parts/${id}`));
  }
  restorePart(id: string): Promise<unknown> {
    return this.ask(this.http.post(`/api/parts/${id}/restore`, {}));
  }
  trials(): Promise<{ trials: ToldTrial[] }> {
    return this.ask(this.http.get<{ trials: ToldTrial[] }>('/api/parts/trials'));
  }
  sendSurvey(file: Blob): Promise<{ blob: string; what: 'survey' | 'settings'; survey: Survey }> {
    return this.ask(
      this.http.post<{ blob: string; what: 'survey' | 'settings'; survey: Survey }>('/api/surveys', file, {
        headers: { 'Content-Type': 'application/octet-stream' },
      }),
    );
  }
  survey(blob: string): Promise<Survey> {
    return this.ask(this.http.get<Survey>(`/api/blobs/${blob}`));
  }
  surveyScript(): Promise<string> {
    return this.ask(this.http.get('/api/surveys/survey.sh', { responseType: 'text' }));
  }
  /** Sends a file whole; `sent` is told the share that is on its way. */
  async sendArchive(file: Blob, sent: (share: number) => void): Promise<{ sha256: string; size: number }> {
    const events = this.http.post<{ sha256: string; size: number }>('/api/archives', file, {
      headers: { 'Content-Type': 'application/octet-stream' },
      observe: 'events',
      reportProgress: true,
    });
    try {
      const last = await lastValueFrom(
        events.pipe(
          tap((e) => {
            if (e.type === HttpEventType.UploadProgress && e.total) sent(e.loaded / e.total);
          }),
        ),
      );
      if (last.type !== HttpEventType.Response || !last.body) throw new Error('no answer');
      return last.body;
    } catch (error) {
      throw asProblem(error);
    }
  }
  readArchive(sha256: string, input: ArchiveQuestion): Promise<{ job?: string; reading?: string }> {
    return this.ask(
      this.http.post<{ job?: string; reading?: string }>(`/api/archives/${sha256}/reading`, input),
    );
  }
  archiveReport(reading: string): Promise<ArchiveReport> {
    return this.ask(this.http.get<ArchiveReport>(`/api/archives/readings/${reading}`));
  }
  archivePicture(reading: string, path: string): Promise<ArrayBuffer> {
    return this.ask(this.http.get(pictureAddress(reading, path), { responseType: 'arraybuffer' }));
  }
  partsServing(
    kinds: readonly string[],
    pinned: readonly (readonly [string, number])[],
    family: string | null,
  ): Promise<{ parts: Part[] }> {
    return this.ask(this.http.post<{ parts: Part[] }>('/api/parts/serving', { kinds, pinned, family }));
  }
  askProposal(coat: string, released: readonly string[] | 'all'): Promise<{ job: string }> {
    return this.ask(this.http.post<{ job: string }>('/api/proposals', { coat, released }));
  }
  job(id: string): Promise<JobState> {
    return this.ask(this.http.get<JobState>(`/api/jobs/${id}`));
  }
  cancelJob(id: string): Promise<unknown> {
    return this.ask(this.http.delete(`/api/jobs/${id}`));
  }
  sendPicture(file: Blob): Promise<{ picture?: ReadPicture; job?: string }> {
    return this.ask(
      this.http.post<{ picture?: ReadPicture; job?: string }>('/api/pictures', file, {
        headers: { 'Content-Type': 'application/octet-stream' },
      }),
    );
  }

  /** How a coat would stand on another host. */
  previewPort(id: string, host: HostProfile, channel: string | null): Promise<CarriedPreview> {
    const params = { profile: host.id, revision: host.revision, channel: channel ?? '' };
    return this.ask(this.http.get<CarriedPreview>(`/api/coats/${id}/carry-over`, { params }));
  }
  makeCarriedOver(
    from: string,
    made: { readonly id: string; readonly commandId: string },
    host: HostProfile,
    channel: string | null,
  ): Promise<unknown> {
    const body = { ...made, profile: host.id, revision: host.revision, channel };
    return this.ask(this.http.post(`/api/coats/${from}/carry-over`, body));
  }
  origin(id: string): Promise<{ origin: OriginState | null }> {
    return this.ask(this.http.get<{ origin: OriginState | null }>(`/api/coats/${id}/origin`));
  }
  bringReferenceOver(
    id: string,
    envelope: { readonly commandId: string; readonly revision: number },
  ): Promise<unknown> {
    return this.ask(this.http.post(`/api/coats/${id}/origin`, envelope));
  }

  /** A bundle, to be read by a job whose result says where its content is. */
  sendBundle(file: Blob): Promise<{ job: string }> {
    return this.ask(
      this.http.post<{ job: string }>('/api/bundles', file, {
        headers: { 'Content-Type': 'application/zip' },
      }),
    );
  }
  bundle(sha: string): Promise<BundlePreview> {
    return this.ask(this.http.get<BundlePreview>(`/api/bundles/${sha}`));
  }
  bringIn(
    sha: string,
    how: {
      readonly commandId: string;
      readonly revision: number;
      readonly into: string | null;
      readonly name: string | null;
      readonly clash: 'theirs' | 'mine';
    },
  ): Promise<{ coat: string | null; leftOut: number }> {
    return this.ask(
      this.http.post<{ coat: string | null; leftOut: number }>(`/api/bundles/${sha}/coat`, how),
    );
  }

  /** A drawing as SVG, to be made a picture that can be measured. */
  sendDrawing(svg: string): Promise<{ picture?: ReadPicture; job?: string }> {
    return this.ask(
      this.http.post<{ picture?: ReadPicture; job?: string }>('/api/drawings/pictures', svg, {
        headers: { 'Content-Type': 'image/svg+xml' },
      }),
    );
  }

  /** The library: what hangs on the rack, coats that are worked on, or both. */
  rack(query: Readonly<Record<string, string>>): Promise<RackAnswer> {
    return this.ask(this.http.get<RackAnswer>('/api/rack', { params: query }));
  }
  rackItem(id: string): Promise<RackItem> {
    return this.ask(this.http.get<RackItem>(`/api/rack/${id}`));
  }
  rackVersion(id: string, version: number): Promise<RackPage> {
    return this.ask(this.http.get<RackPage>(`/api/rack/${id}/versions/${version}`));
  }
  /** Has the bundle of a version read, as if it had been dropped here. */
  readRackVersion(id: string, version: number): Promise<{ job: string }> {
    return this.ask(this.http.post<{ job: string }>(`/api/rack/${id}/versions/${version}/read`, {}));
  }
  onRack(coat: string): Promise<{ item: OnRack | null }> {
    return this.ask(this.http.get<{ item: OnRack | null }>(`/api/rack/of/${coat}`));
  }
  coatFacts(coat: string): Promise<ComparableCoat & { readonly name: string }> {
    return this.ask(this.http.get<ComparableCoat & { readonly name: string }>(`/api/rack/coats/${coat}`));
  }
  publish(
    id: string,
    what: Publication & { readonly commandId: string; readonly revision: number },
  ): Promise<{ version: number }> {
    return this.ask(this.http.put<{ version: number }>(`/api/rack/${id}`, what));
  }
  withdraw(
    id: string,
    what: { readonly commandId: string; readonly revision: number; readonly withdrawn: boolean },
  ): Promise<unknown> {
    return this.ask(this.http.post(`/api/rack/${id}/withdraw`, what));
  }
  putMark(id: string, { id: mark, ...said }: Mark): Promise<unknown> {
    return this.ask(this.http.put(`/api/rack/${id}/marks/${mark}`, said));
  }
  removeMark(id: string, mark: string): Promise<unknown> {
    return this.ask(this.http.delete(`/api/rack/${id}/marks/${mark}`));
  }

  faces(): Promise<{ faces: KnownFace[] }> {
    return this.ask(this.http.get<{ faces: KnownFace[] }>('/api/fonts'));
  }
  sendFont(file: Blob): Promise<{ blob: string; metrics: FaceMetrics }> {
    return this.ask(
      this.http.post<{ blob: string; metrics: FaceMetrics }>('/api/fonts', file, {
        headers: { 'Content-Type': 'application/octet-stream' },
      }),
    );
  }

  private async ask<T>(request: Observable<T>): Promise<T> {
    try {
      return await firstValueFrom(request);
    } catch (error) {
      const problem = asProblem(error);
      if (problem.code === 'access-needed') this.keyNeeded.set(true);
      throw problem;
    }
  }
}

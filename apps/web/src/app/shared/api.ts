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
import { EMPTY, catchError, expand, filter, map, reduce, tap, throwError, type Observable } from 'rxjs';

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

/** The server, typed. Nothing is asked until it is subscribed to, and what nobody waits for any longer is cancelled. Every failure comes as an `ApiProblem`. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);
  /** The server has asked for its access key. */
  readonly keyNeeded = signal(false);

  coats(query: Readonly<Record<string, string>>): Observable<CoatsPage> {
    return this.ask(this.http.get<CoatsPage>('/api/coats', { params: query }));
  }
  /** All coats, page after page. */
  allCoats(): Observable<CoatCard[]> {
    return this.coats({}).pipe(
      expand((page) => (page.next === null ? EMPTY : this.coats({ after: page.next }))),
      reduce((all, page) => [...all, ...page.coats], [] as CoatCard[]),
    );
  }
  /** Shows the access key, for a cookie that everything else is answered with. */
  showKey(key: string): Observable<unknown> {
    return this.ask(this.http.post('/api/access', { key }));
  }
  createCoat(
    id: string,
    commandId: string,
    name: string,
    from: string | null,
  ): Observable<{ id: string; revision: number }> {
    return this.ask(
      this.http.post<{ id: string; revision: number }>('/api/coats', { id, commandId, name, from }),
    );
  }
  coat(id: string): Observable<LoadedCoat> {
    return this.ask(this.http.get<LoadedCoat>(`/api/coats/${id}`));
  }
  entries(id: string, after: number): Observable<Written> {
    return this.ask(this.http.get<Written>(`/api/coats/${id}/entries`, { params: { after } }));
  }
  /** How an element came to stand as it does, as far as that is kept. */
  past(id: string, element: string): Observable<CoatPast> {
    return this.ask(this.http.get<CoatPast>(`/api/coats/${id}/past/${element}`));
  }
  command(id: string, commandId: string, revision: number, command: Command): Observable<Written> {
    return this.ask(this.http.post<Written>(`/api/coats/${id}/commands`, { commandId, revision, command }));
  }
  answer(id: string, what: 'undo' | 'redo', commandId: string, revision: number): Observable<Written> {
    return this.ask(this.http.post<Written>(`/api/coats/${id}/${what}`, { commandId, revision }));
  }
  /** The letters that drawings are written with. */
  glyphs(): Observable<GlyphTable> {
    return this.ask(this.http.get<GlyphTable>('/api/drawings/glyphs'));
  }
  /** What a package mirror has. */
  mirror(channel: string): Observable<{ packages: string[] }> {
    return this.ask(this.http.get<{ packages: string[] }>(`/api/mirror/${encodeURIComponent(channel)}`));
  }
  profiles(): Observable<{ profiles: HostProfile[]; own: string[] }> {
    return this.ask(this.http.get<{ profiles: HostProfile[]; own: string[] }>('/api/profiles'));
  }
  profile(id: string, revision: number): Observable<{ profile: HostProfile; shipped: boolean }> {
    return this.ask(
      this.http.get<{ profile: HostProfile; shipped: boolean }>(`/api/profiles/${id}/${revision}`),
    );
  }
  profileRevisions(
    id: string,
  ): Observable<{ revisions: { revision: number; name: string; version: string; at: string }[] }> {
    return this.ask(
      this.http.get<{ revisions: { revision: number; name: string; version: string; at: string }[] }>(
        `/api/profiles/${id}/revisions`,
      ),
    );
  }
  putProfile(
    profile: HostProfile,
    revision: number,
    commandId: string,
  ): Observable<{ profile: HostProfile }> {
    return this.ask(
      this.http.put<{ profile: HostProfile }>(`/api/profiles/${profile.id}`, {
        commandId,
        revision,
        profile,
      }),
    );
  }
  parts(query: Readonly<Record<string, string>>): Observable<PartsPage> {
    return this.ask(this.http.get<PartsPage>('/api/parts', { params: query }));
  }
  part(id: string): Observable<CataloguePart> {
    return this.ask(this.http.get<CataloguePart>(`/api/parts/${id}`));
  }
  putPart(part: Part, revision: number, commandId: string): Observable<CataloguePart> {
    return this.ask(this.http.put<CataloguePart>(`/api/parts/${part.id}`, { commandId, revision, part }));
  }
  listing(query: Readonly<Record<string, string>>): Observable<ListedPage> {
    return this.ask(this.http.get<ListedPage>('/api/listing', { params: query }));
  }
  listed(key: string): Observable<{ details: ListedDetails; from: string; root: string }> {
    return this.ask(
      this.http.get<{ details: ListedDetails; from: string; root: string }>(`/api/listing/${key}`),
    );
  }
  listedUpdates(): Observable<ListedUpdates> {
    return this.ask(this.http.get<ListedUpdates>('/api/listing/updates'));
  }
  fetchListed(key: string, version: string): Observable<{ job: string }> {
    return this.ask(this.http.post<{ job: string }>(`/api/listing/${key}/fetch`, { version }));
  }
  licenceProblem(expression: string): Observable<{ problem: string | null }> {
    return this.ask(
      this.http.get<{ problem: string | null }>('/api/parts/licence', { params: { expression } }),
    );
  }
  deletePart(id: string): Observable<unknown> {
    return this.ask(this.http.delete(`/api/parts/${id}`));
  }
  restorePart(id: string): Observable<unknown> {
    return this.ask(this.http.post(`/api/parts/${id}/restore`, {}));
  }
  trials(): Observable<{ trials: ToldTrial[] }> {
    return this.ask(this.http.get<{ trials: ToldTrial[] }>('/api/parts/trials'));
  }
  sendSurvey(file: Blob): Observable<{ blob: string; what: 'survey' | 'settings'; survey: Survey }> {
    return this.ask(
      this.http.post<{ blob: string; what: 'survey' | 'settings'; survey: Survey }>('/api/surveys', file, {
        headers: { 'Content-Type': 'application/octet-stream' },
      }),
    );
  }
  survey(blob: string): Observable<Survey> {
    return this.ask(this.http.get<Survey>(`/api/blobs/${blob}`));
  }
  surveyScript(name: 'survey.sh' | 'learn.sh' = 'survey.sh'): Observable<string> {
    return this.ask(this.http.get(`/api/surveys/${name}`, { responseType: 'text' }));
  }
  /** Sends a file whole; `sent` is told the share that is on its way. */
  sendArchive(file: Blob, sent: (share: number) => void): Observable<{ sha256: string; size: number }> {
    const events = this.http.post<{ sha256: string; size: number }>('/api/archives', file, {
      headers: { 'Content-Type': 'application/octet-stream' },
      observe: 'events',
      reportProgress: true,
    });
    return this.ask(
      events.pipe(
        tap((e) => {
          if (e.type === HttpEventType.UploadProgress && e.total) sent(e.loaded / e.total);
        }),
        filter((e) => e.type === HttpEventType.Response),
        map(({ body }) => {
          if (!body) throw new Error('no answer');
          return body;
        }),
      ),
    );
  }
  readArchive(sha256: string, input: ArchiveQuestion): Observable<{ job?: string; reading?: string }> {
    return this.ask(
      this.http.post<{ job?: string; reading?: string }>(`/api/archives/${sha256}/reading`, input),
    );
  }
  archiveReport(reading: string): Observable<ArchiveReport> {
    return this.ask(this.http.get<ArchiveReport>(`/api/archives/readings/${reading}`));
  }
  archivePicture(reading: string, path: string): Observable<ArrayBuffer> {
    return this.ask(this.http.get(pictureAddress(reading, path), { responseType: 'arraybuffer' }));
  }
  partsServing(
    kinds: readonly string[],
    pinned: readonly (readonly [string, number])[],
    family: string | null,
  ): Observable<{ parts: Part[] }> {
    return this.ask(this.http.post<{ parts: Part[] }>('/api/parts/serving', { kinds, pinned, family }));
  }
  askProposal(coat: string, released: readonly string[] | 'all'): Observable<{ job: string }> {
    return this.ask(this.http.post<{ job: string }>('/api/proposals', { coat, released }));
  }
  job(id: string): Observable<JobState> {
    return this.ask(this.http.get<JobState>(`/api/jobs/${id}`));
  }
  cancelJob(id: string): Observable<unknown> {
    return this.ask(this.http.delete(`/api/jobs/${id}`));
  }
  sendPicture(file: Blob): Observable<{ picture?: ReadPicture; job?: string }> {
    return this.ask(
      this.http.post<{ picture?: ReadPicture; job?: string }>('/api/pictures', file, {
        headers: { 'Content-Type': 'application/octet-stream' },
      }),
    );
  }

  /** How a coat would stand on another host. */
  previewPort(id: string, host: HostProfile, channel: string | null): Observable<CarriedPreview> {
    const params = { profile: host.id, revision: host.revision, channel: channel ?? '' };
    return this.ask(this.http.get<CarriedPreview>(`/api/coats/${id}/carry-over`, { params }));
  }
  makeCarriedOver(
    from: string,
    made: { readonly id: string; readonly commandId: string },
    host: HostProfile,
    channel: string | null,
  ): Observable<unknown> {
    const body = { ...made, profile: host.id, revision: host.revision, channel };
    return this.ask(this.http.post(`/api/coats/${from}/carry-over`, body));
  }
  origin(id: string): Observable<{ origin: OriginState | null }> {
    return this.ask(this.http.get<{ origin: OriginState | null }>(`/api/coats/${id}/origin`));
  }
  bringReferenceOver(
    id: string,
    envelope: { readonly commandId: string; readonly revision: number },
  ): Observable<unknown> {
    return this.ask(this.http.post(`/api/coats/${id}/origin`, envelope));
  }

  /** A bundle, to be read by a job whose result says where its content is. */
  sendBundle(file: Blob): Observable<{ job: string }> {
    return this.ask(
      this.http.post<{ job: string }>('/api/bundles', file, {
        headers: { 'Content-Type': 'application/zip' },
      }),
    );
  }
  bundle(sha: string): Observable<BundlePreview> {
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
  ): Observable<{ coat: string | null; leftOut: number }> {
    return this.ask(
      this.http.post<{ coat: string | null; leftOut: number }>(`/api/bundles/${sha}/coat`, how),
    );
  }

  /** A drawing as SVG, to be made a picture that can be measured. */
  sendDrawing(svg: string): Observable<{ picture?: ReadPicture; job?: string }> {
    return this.ask(
      this.http.post<{ picture?: ReadPicture; job?: string }>('/api/drawings/pictures', svg, {
        headers: { 'Content-Type': 'image/svg+xml' },
      }),
    );
  }

  /** The library: what hangs on the rack, coats that are worked on, or both. */
  rack(query: Readonly<Record<string, string>>): Observable<RackAnswer> {
    return this.ask(this.http.get<RackAnswer>('/api/rack', { params: query }));
  }
  rackItem(id: string): Observable<RackItem> {
    return this.ask(this.http.get<RackItem>(`/api/rack/${id}`));
  }
  rackVersion(id: string, version: number): Observable<RackPage> {
    return this.ask(this.http.get<RackPage>(`/api/rack/${id}/versions/${version}`));
  }
  /** Has the bundle of a version read, as if it had been dropped here. */
  readRackVersion(id: string, version: number): Observable<{ job: string }> {
    return this.ask(this.http.post<{ job: string }>(`/api/rack/${id}/versions/${version}/read`, {}));
  }
  onRack(coat: string): Observable<{ item: OnRack | null }> {
    return this.ask(this.http.get<{ item: OnRack | null }>(`/api/rack/of/${coat}`));
  }
  coatFacts(coat: string): Observable<ComparableCoat & { readonly name: string }> {
    return this.ask(this.http.get<ComparableCoat & { readonly name: string }>(`/api/rack/coats/${coat}`));
  }
  publish(
    id: string,
    what: Publication & { readonly commandId: string; readonly revision: number },
  ): Observable<{ version: number }> {
    return this.ask(this.http.put<{ version: number }>(`/api/rack/${id}`, what));
  }
  withdraw(
    id: string,
    what: { readonly commandId: string; readonly revision: number; readonly withdrawn: boolean },
  ): Observable<unknown> {
    return this.ask(this.http.post(`/api/rack/${id}/withdraw`, what));
  }
  putMark(id: string, { id: mark, ...said }: Mark): Observable<unknown> {
    return this.ask(this.http.put(`/api/rack/${id}/marks/${mark}`, said));
  }
  removeMark(id: string, mark: string): Observable<unknown> {
    return this.ask(this.http.delete(`/api/rack/${id}/marks/${mark}`));
  }

  faces(): Observable<{ faces: KnownFace[] }> {
    return this.ask(this.http.get<{ faces: KnownFace[] }>('/api/fonts'));
  }
  sendFont(file: Blob): Observable<{ blob: string; metrics: FaceMetrics }> {
    return this.ask(
      this.http.post<{ blob: string; metrics: FaceMetrics }>('/api/fonts', file, {
        headers: { 'Content-Type': 'application/octet-stream' },
      }),
    );
  }

  private ask<T>(request: Observable<T>): Observable<T> {
    return request.pipe(
      catchError((error: unknown) => {
        const problem = asProblem(error);
        if (problem.code === 'access-needed') this.keyNeeded.set(true);
        return throwError(() => problem);
      }),
    );
  }
}

/** The only place that talks to the server. Types come from its OpenAPI schema. */
import createClient from 'openapi-fetch'
import { patientFetch } from './patient'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type Page = Schemas['Page']
/** What of a page is new after a write. */
export type ChangedPage = Partial<Page> & Pick<Page, 'id' | 'version' | 'parts'>
export type PageCard = Schemas['PageCard']
export type Sketch = Schemas['Sketch']
export type Photo = Schemas['Photo']
export type Fit = Schemas['Fit']
export type Way = Schemas['Way']
export type Board = Schemas['Board']
export type BoardBlock = Schemas['BoardBlock']
export type RowFault = Schemas['RowFault']
export type ClosedGap = Schemas['ClosedGap']
export type Slot = Schemas['Slot']
/** What a slot needs to be drawn wearing its photo. */
export type WornSlot = Pick<Slot, 'block' | 'photo' | 'photo_name' | 'has_file' | 'crop'> & Partial<Slot>
export type Title = Schemas['Title']
export type Format = Schemas['Format']
export type FormatChoice = Schemas['FormatChoice']
/** A change of any kind; `ChangeOf<'pin'>` is one of a kind. */
export type Change = Schemas['ChangeRequest']
export type ChangeOf<Kind extends Change['kind']> = Extract<Change, { kind: Kind }>
export type School = NonNullable<NewPage['school']>
export type NewPage = Schemas['NewPageRequest']
export type FormatRequest = Omit<
  NewPage,
  'sketch' | 'basic' | 'photo_count' | 'name' | 'turn' | 'mirrored' | 'school' | 'placed'
>
export type WayOut = Schemas['WayOut']
export type Look = Schemas['Look']
export type StashPaper = Schemas['StashPaper']
/** Where she starts from when she chooses papers, and what else she wishes. */
export type PapersAsked = Schemas['PapersAskedRequest']
/** How the light of a picture shall be put right. */
export type LightAsked = Schemas['LightRequest']
export const AS_IT_IS: LightAsked = { whole: false, white: null, lightest: false }
export type PapersOnPage = Schemas['PapersOnPage']
export type PaperPlace = Schemas['PaperPlace']
export type Papering = Schemas['Papering']
export type Suited = Schemas['Suited']
export type Regret = Schemas['Regret']
export type Palette = Schemas['Palette']
export type DescribePaper = Schemas['PatchedDescribePaperRequest']
export type CutTable = Schemas['Table']
export type TablePaper = Schemas['TablePaper']
export type TableSheet = Schemas['TableSheet']
export type CutStep = Schemas['Step']
export type Outcome = Schemas['Outcome']
export type Saving = Schemas['Saving']
export type CutRun = Schemas['CutRun']
export type Trimmer = Schemas['Trimmer']
export type MachineRun = Schemas['MachineRun']
export type TrimmerAsked = Schemas['TrimmerAskedRequest']
export type ShapingToolAsked = Schemas['ShapingToolAskedRequest']
export type TitleWay = Schemas['TitleWay']
export type TitleSpot = Schemas['TitleSpot']
export type Alphabet = Schemas['Alphabet']
export type AlphabetAsked = Schemas['AlphabetAskedRequest']
export type Accent = Schemas['Accent']
export type Embellishment = Schemas['Embellishment']
export type FoundThing = Schemas['FoundThing']
export type FoundScrap = Schemas['FoundScrap']
export type FoundLetters = Schemas['FoundLetters']
export type ScrapSeen = Schemas['ScrapSeen']
export type EmbellishmentAsked = Schemas['EmbellishmentAskedRequest']
export type ClusterWish = Schemas['ClusterWishRequest']
export type ScatterWish = Schemas['ScatterWishRequest']
export type Arrangement = Schemas['Arrangement']
export type LookAgain = Schemas['LookAgain']
export type Observation = Schemas['Observation']
export type Trial = Schemas['Trial']
export type Snapshot = Schemas['Snapshot']
export type Sticking = Schemas['Sticking']
export type StickStep = Schemas['StickStep']
export type TablePicture = Schemas['TablePicture']
export type LogEntry = Schemas['LogEntry']
export type Album = Schemas['Album']
export type AlbumCard = Schemas['AlbumCard']
export type AlbumOpening = Schemas['Opening']
export type AlbumPage = Schemas['AlbumPage']
export type AlbumPlace = Schemas['Place']
export type AlbumFacts = Schemas['PatchedDescribeAlbumRequest']
export type LayPage = Schemas['PatchedLayPageRequest']
export type PutIn = Schemas['PutInRequest']
export type LoosePage = Schemas['LoosePage']
export type ProjectBox = Schemas['ProjectBox']
export type BoxThing = Schemas['BoxThing']
export type BoxChange = Schemas['PatchedChangeBoxRequest']
export type Lying = Schemas['StashLying']
export type UsingUp = Schemas['UsingUp']
export type Goal = Schemas['Goal']
export type LogCard = Schemas['LogCard']
/** What is put right of the record of a page. */
export type RecordFacts = Schemas['PatchedDescribeEntryRequest']
export type Story = Schemas['Story']
/** Words in their places, whether they are kept or only proposed. */
/** Words in their place on a page. */
export type InPlace = Pick<Story, 'name' | 'block' | 'bare' | keyof Written>
export type Written = Pick<Story, 'em' | 'pitch' | 'font' | 'colour' | 'lines' | 'grounds'>
export type StoryAsked = Schemas['StoryAskedRequest']
export type StoryWay = Schemas['StoryWay']
export type HandAsked = Schemas['HandAskedRequest']
export type Session = Schemas['Session']
export type Deleted = Schemas['Deleted']
export type Fault = Schemas['Fault']
export type Demand = Schemas['Demand']
export type Tie = Schemas['Tie']
export type Pin = Schemas['Pin']
export type Proposal = Schemas['Proposal']
export type Stale = Schemas['Stale']
export type Draft = Schemas['Draft']
export type FromFile = Schemas['FromFile']
export type BasicType = Schemas['Basic']
export type MeasuredRow = Schemas['MeasuredRowRequest']
export type Redraw = Schemas['RedrawRequest']
export type Role = BoardBlock['role']
export type Shape = BoardBlock['shape']
export type MeasureRow = Schemas['MeasureRow']
export type Companion = Schemas['Companion']
export type Restored = Schemas['Restored']
export type AddedPhoto = Schemas['AddedPhoto']
export type Area = Schemas['Area']
export type DescribePhoto = Schemas['PatchedDescribeRequest']
export type NewPrint = Schemas['NewPrintRequest']
export type Cover = Schemas['Cover']
export type Match = Schemas['Match']
export type FindRequest = Schemas['FindRequest']
export type Found = Schemas['Found']
export type PrintPlan = Schemas['PrintPlan']
export type PrintSheet = Schemas['PrintSheet']
export type PrinterAsked = Schemas['PrinterQueryRequest']
export type PrintAsked = Omit<PrinterAsked, 'tray' | 'sheets' | 'borderless'>

/** A request that the server refused, in its own words. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    detail: string,
    readonly faults: Fault[],
    readonly body: unknown,
  ) {
    super(detail)
  }

  /** Nobody is signed in here any more. */
  get isSignedOut() {
    return this.status === 403 && this.code === 'not_authenticated'
  }
}

/** Whether the server said that nobody is signed in any more, for those who watch it. */
class SignedOutSign {
  private isOut = false
  private watchers = new Set<() => void>()
  watch = (watcher: () => void) => {
    this.watchers.add(watcher)
    return () => this.watchers.delete(watcher)
  }
  snapshot = () => this.isOut
  tell(isOut: boolean) {
    if (this.isOut === isOut) return
    this.isOut = isOut
    for (const watcher of this.watchers) watcher()
  }
}

export const signedOut = new SignedOutSign()

function cookie(name: string): string {
  const found = document.cookie.split('; ').find((part) => part.startsWith(`${name}=`))
  return found ? decodeURIComponent(found.slice(name.length + 1)) : ''
}

export const api = createClient<paths>({ baseUrl: '/', credentials: 'same-origin', fetch: patientFetch })
api.use({
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-CSRFToken', cookie('csrftoken'))
    return request
  },
})

/** What a query is asked with: the signal ends it when nobody looks any more. */
export interface Asked {
  signal: AbortSignal
}

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/** Returns what came, or throws `Refused` with the server's words. */
export async function take<T>(answer: Promise<Answer<T>>): Promise<T> {
  let got: Answer<T>
  try {
    got = await answer
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    throw new Refused(0, 'offline', 'The server does not answer. Is Ink Quilt still running?', [], null)
  }
  if (got.response.ok) return got.data as T
  const body = (got.error ?? {}) as { code?: string; detail?: string; faults?: Fault[] }
  const detail = body.detail ?? 'Something went wrong. Nothing was changed.'
  const refused = new Refused(got.response.status, body.code ?? 'error', detail, body.faults ?? [], got.error)
  if (refused.isSignedOut) signedOut.tell(true)
  throw refused
}

/** A form with a file, as the body of a request: the generated types say string for a binary field. */
function formOf(file: File, fields: Record<string, string> = {}) {
  const form = new FormData()
  form.append('file', file)
  for (const [name, value] of Object.entries(fields)) form.append(name, value)
  return {
    body: form as unknown as { file: string },
    bodySerializer: (body: unknown) => body as FormData,
  }
}

/** Adds one photo file. */
export async function uploadPhoto(file: File): Promise<AddedPhoto> {
  return take(api.POST('/api/photos/', formOf(file)))
}

/** Keeps a photo of one side of a paper that shows so many inches of it. */
export async function uploadPaperPicture(id: number, side: 'A' | 'B', file: File, wide: string) {
  const params = { path: { id, side } }
  const { body, bodySerializer } = formOf(file, { wide })
  return take(
    api.POST('/api/stash/papers/{id}/pictures/{side}/', {
      params,
      body: body as { file: string; wide: string },
      bodySerializer,
    }),
  )
}

/** Compares a photograph of a page on the table with its plan, and keeps it. */
export async function uploadTablePicture(id: number, file: File, kind: TablePicture['kind']) {
  const { body, bodySerializer } = formOf(file, { kind })
  return take(
    api.POST('/api/pages/{id}/table-pictures/', {
      params: { path: { id } },
      body: body as { file: string; kind: TablePicture['kind'] },
      bodySerializer,
    }),
  )
}

/** Finds what lies on a plain sheet of a known size in a photograph. */
export async function uploadThings(file: File, sheet: { width: string; height: string; unit: 'in' | 'mm' }) {
  const { body, bodySerializer } = formOf(file, sheet)
  return take(
    api.POST('/api/embellishments/found/', {
      body: body as Schemas['SheetPhotoRequest'],
      bodySerializer,
    }),
  )
}

/** Finds the letters in a photograph of their sheet. */
export async function uploadLetters(file: File, sheet: { width: string; height: string; unit: 'in' | 'mm' }) {
  const { body, bodySerializer } = formOf(file, sheet)
  return take(
    api.POST('/api/alphabets/found/', { body: body as Schemas['SheetPhotoRequest'], bodySerializer }),
  )
}

/** Finds the scraps in a photograph of them on a plain sheet. */
export async function uploadScraps(file: File, sheet: { width: string; height: string; unit: 'in' | 'mm' }) {
  const { body, bodySerializer } = formOf(file, sheet)
  return take(
    api.POST('/api/stash/scraps/found/', { body: body as Schemas['SheetPhotoRequest'], bodySerializer }),
  )
}

/** Reads the sketches in a file; `format` is the page a picture shows, when it is known. */
export async function uploadSketchFile(file: File, format: string | null): Promise<FromFile[]> {
  return take(api.POST('/api/drafts/', formOf(file, format ? { format } : {})))
}

/** Adds everything a zip holds. */
export async function uploadEverything(file: File): Promise<Restored> {
  return take(api.POST('/api/everything/', formOf(file)))
}

import {
  hashKey,
  MutationCache,
  QueryCache,
  QueryClient,
  queryOptions,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query'
import { ask, type Kind, type Questions } from '../engine/engine'
import { compareClocks } from '../offline/clock'
import { orKept, tellHeard, type Failing } from '../offline/keptAnswers'
import { choicesKey, choicesOf, keepKit, withMeans } from './choices'
import { answer, api, Problem } from './client'
import { signalOf, under } from './command'
import { foresee } from './foresee'
import type {
  BenchChoices,
  BenchRequest,
  NameInput,
  ObservationInput,
  ObservationView,
  Organ,
  PlantInput,
  PlantSheet,
  SentSheet,
  SiteInput,
  Verdict,
  VisitContent,
  VoucherContent,
  KeyMove,
} from './types'
import { asked } from './sheet'
import { goOn } from './goOn'
import { keys } from './keys'
import { withWaiting } from './waiting'

const isAway = (error: unknown) => error instanceof Problem && error.unreached
const failing = (error: unknown): Failing =>
  isAway(error) ? 'away' : error instanceof Problem && error.status === 404 ? 'missing' : 'refused'
const again = (_: number, error: Error) => isAway(error)
const pause = (count: number) => Math.min(500 * 2 ** count, 4000)

/** Who has signed out elsewhere, or was let in no more, comes to the door; what they typed stays on the page. */
const askWhoIsThere = (error: Error) => {
  if (error instanceof Problem && error.status === 401)
    void queryClient.invalidateQueries({ queryKey: keys.session })
}

/** Requests that did not reach the server are tried again until they do; refusals are not. */
export const queryClient: QueryClient = new QueryClient({
  queryCache: new QueryCache({ onError: askWhoIsThere }),
  mutationCache: new MutationCache({ onError: askWhoIsThere }),
  defaultOptions: {
    queries: {
      retry: again,
      retryDelay: pause,
      networkMode: 'always',
      staleTime: 10_000,
      persister: orKept(failing, (key, answer, heard) => withWaiting(queryClient)(key, answer, heard)),
    },
    mutations: { retry: again, retryDelay: pause, networkMode: 'always' },
  },
})

export const sessionQuery = queryOptions({
  queryKey: keys.session,
  queryFn: async () => {
    const session = await answer(api.GET('/api/session'))
    compareClocks(session.now)
    return session
  },
  staleTime: 60_000,
})

export const useSession = () => useQuery(sessionQuery)

export const guideQuery = queryOptions({
  queryKey: keys.guide,
  queryFn: () => answer(api.GET('/api/guide')),
  staleTime: Infinity,
})

export const useGuide = () => useQuery(guideQuery)

export const sitesQuery = queryOptions({
  queryKey: keys.sites,
  queryFn: () => answer(api.GET('/api/sites')),
})

export const useSites = () => useQuery(sitesQuery)

export const plantsQuery = queryOptions({
  queryKey: keys.plants,
  queryFn: () => answer(api.GET('/api/plants')),
})

export const usePlants = () => useQuery(plantsQuery)

export const plantQuery = (plant: string | null) =>
  queryOptions({
    queryKey: keys.plant(plant),
    enabled: plant !== null,
    queryFn: () =>
      answer(api.GET('/api/plants/{plant}', { params: { path: { plant: plant ?? '' } } })).then(asked),
  })

export const usePlant = (plant: string | null) => useQuery(plantQuery(plant))

export const todayQuery = queryOptions({
  queryKey: keys.today,
  queryFn: () => answer(api.GET('/api/today')),
  staleTime: 2000,
})

/** A question of the bench; the question itself is what the answer is kept under. */
const answerTo = <K extends Kind>(kind: K, question: Questions[K][0] | null, subject: unknown = question) =>
  queryOptions({
    queryKey: ['bench', kind, subject, question] as const,
    staleTime: Infinity,
    gcTime: 60_000,
    queryFn: () => (question ? ask(kind, question) : Promise.reject(new Error('no question'))),
  })

const useAnswer = <K extends Kind>(kind: K, question: Questions[K][0] | null, subject: unknown = question) =>
  useQuery({
    ...answerTo(kind, question, subject),
    enabled: question !== null,
    // While the next answer on the same subject is worked out, the one before stays on screen.
    placeholderData: (before, query) =>
      query && hashKey([query.queryKey[2]]) === hashKey([subject]) ? before : undefined,
  })

/** Keeps what was left out of the weighing of a plant where every change of the plant finds it. */
export function useChoices(plant: string | null) {
  const client = useQueryClient()
  const { data: chosen } = useQuery<BenchChoices | null>({
    queryKey: choicesKey(plant),
    queryFn: () => null,
    enabled: false,
    staleTime: Infinity,
    gcTime: 0,
  })
  const set = (choices: BenchChoices) => {
    keepKit(choices.fieldKit)
    client.setQueryData(choicesKey(plant), choices)
  }
  return [withMeans(chosen), set] as const
}

/** How a plant stands: the names as soon as they are weighed, the rest of the answer when it is there. */
export function useBench(id: string | null, plant: BenchRequest | null) {
  const { data, error, isPlaceholderData: settling } = useAnswer('answer', plant, id)
  const likelyNames = useAnswer('names', plant, id).data
  return { data: data && settling && likelyNames ? { ...data, likelyNames } : data, error, settling }
}

export const useAccount = (plant: BenchRequest, taxon: string | null) =>
  useAnswer('account', taxon === null ? null : { plant, taxon })

export const useSuspicion = (plant: BenchRequest, taxon: string) => useAnswer('suspicion', { plant, taxon })

export const useReasons = (plant: BenchRequest, taxon: string) =>
  useAnswer('reasons', { plant, taxon }, taxon)

/** The samples of a plant, held against the leading names; not asked while none was measured. */
export const useSamples = (id: string, plant: BenchRequest) =>
  useAnswer('samples', plant.plant.observations.some((o) => o.finding.kind === 'sample') ? plant : null, id)

export const useCrosses = (plant: BenchRequest, taxon: string) => useAnswer('crosses', { plant, taxon })

export const useApart = (plant: BenchRequest | null, taxa: string[]) =>
  useAnswer('apart', taxa.length < 2 ? null : { plant, taxa }, 'apart')

export const useComparison = (one: BenchRequest, other: BenchRequest | null) =>
  useAnswer('compare', other && { one, other })

/** The plant drawn from what was recorded, with a name laid under it; not asked for while names are being weighed. */
export const useSheetPicture = (id: string, plant: BenchRequest, under: string | null, weighing: boolean) =>
  useAnswer(
    'sheet',
    weighing ? null : { plant: { plant: { ...plant.plant, walk: null, colony: [] }, choices: null }, under },
    id,
  )

/** What is recorded of a plant, for holding it against another. */
export const useRequest = (plant: string | null) =>
  useQuery({
    queryKey: ['request', plant],
    enabled: plant !== null,
    queryFn: () =>
      answer(api.GET('/api/plants/{plant}/request', { params: { path: { plant: plant ?? '' } } })),
  })

export const useStarts = (taxon: string | null) =>
  useQuery({
    queryKey: ['starts', taxon],
    enabled: taxon !== null,
    queryFn: () => answer(api.GET('/api/starts/{taxon}', { params: { path: { taxon: taxon ?? '' } } })),
  })

/** Taxa found by part of a name. */
export const useNames = (text: string) =>
  useQuery({
    queryKey: ['names', text],
    enabled: text !== '',
    staleTime: Infinity,
    placeholderData: (before) => before,
    queryFn: () => answer(api.GET('/api/guide/names', { params: { query: { text } } })),
  })

/** A taxon as a flora describes it. */
export const floraQuery = (taxon: string | null) =>
  queryOptions({
    queryKey: ['flora', taxon],
    enabled: taxon !== null,
    staleTime: Infinity,
    queryFn: () => answer(api.GET('/api/guide/taxa/{taxon}', { params: { path: { taxon: taxon ?? '' } } })),
  })

export const useFlora = (taxon: string | null) => useQuery(floraQuery(taxon))

/** The drawings of an organ's characters, by character; they change only with the guide. */
export const tilesQuery = (organ: Organ | null) =>
  queryOptions({
    queryKey: ['tiles', organ],
    enabled: organ !== null,
    staleTime: Infinity,
    gcTime: Infinity,
    queryFn: () =>
      answer(api.GET('/api/drawings/organs/{organ}', { params: { path: { organ: organ ?? '' } } })).then(
        (all) => new Map(all.map((c) => [c.character, c])),
      ),
  })

export const useTiles = (organ: Organ | null) => useQuery(tilesQuery(organ))

/** A number of a character, drawn. */
export const useNumberTile = (character: string, number: number | null) =>
  useQuery({
    queryKey: ['number tile', character, number],
    enabled: number !== null,
    staleTime: Infinity,
    queryFn: () =>
      answer(
        api.GET('/api/drawings/numbers/{character}', {
          params: { path: { character }, query: { number: number ?? 0 } },
        }),
      ),
  })

/** A taxon drawn through the year. */
export const plateQuery = (taxon: string) =>
  queryOptions({
    queryKey: ['plate', taxon],
    staleTime: Infinity,
    queryFn: () => answer(api.GET('/api/drawings/taxa/{taxon}', { params: { path: { taxon } } })),
  })

export const usePlate = (taxon: string) => useQuery(plateQuery(taxon))

/** Names drawn side by side, by the characters that part them. */
export const useApartDrawings = (taxa: string[], characters: string[]) =>
  useQuery({
    queryKey: ['apart drawings', taxa, characters],
    enabled: taxa.length > 1 && characters.length > 0,
    staleTime: Infinity,
    queryFn: () =>
      answer(
        api.GET('/api/drawings/apart', {
          params: { query: { taxa: taxa.join(), characters: characters.join() } },
        }),
      ),
  })

/** A key with all its couplets, as it is printed. */
export const printedKeyQuery = (key: string | null) =>
  queryOptions({
    queryKey: ['key', key],
    enabled: key !== null,
    staleTime: Infinity,
    queryFn: () => answer(api.GET('/api/guide/keys/{key}', { params: { path: { key: key ?? '' } } })),
  })

export const usePrintedKey = (key: string | null) => useQuery(printedKeyQuery(key))

export const lookAlikesQuery = queryOptions({
  queryKey: ['look-alikes'],
  staleTime: Infinity,
  queryFn: () => answer(api.GET('/api/guide/look-alikes')),
})

export const useLookAlikes = () => useQuery(lookAlikesQuery)

/** The plants that show a state. */
export const useShowing = (feature: { character: string; state: string } | null) =>
  useQuery({
    queryKey: ['showing', feature],
    enabled: feature !== null,
    staleTime: Infinity,
    queryFn: () =>
      answer(
        api.GET('/api/guide/showing/{character}/{state}', {
          params: { path: feature ?? { character: '', state: '' } },
        }),
      ),
  })

export interface RecordFilter {
  site?: string
  taxon?: string
  person?: string
  from?: string
  to?: string
  text?: string
  sort?: 'date' | 'tag' | 'name' | 'site' | 'recorder' | 'determiner'
  descending?: boolean
}

export const useRecords = (filter: RecordFilter, skip: number, take: number) =>
  useQuery({
    queryKey: [...keys.records, filter, skip, take],
    placeholderData: (before) => before,
    queryFn: () => answer(api.GET('/api/records', { params: { query: { ...filter, skip, take } } })),
  })

/** Has a table of specimens named. */
export const useNameSpecimens = () =>
  useMutation({
    mutationFn: ({ file, content, flat }: { file: string; content: string; flat: boolean }) =>
      answer(
        api.POST('/api/specimens', {
          params: { query: { file, flat } },
          body: content,
          bodySerializer: (text: string) => text,
          headers: { 'Content-Type': 'text/csv' },
        }),
      ),
  })

/** Sites that were deleted. */
export const useDeletedSites = () =>
  useQuery({ queryKey: [...keys.sites, 'deleted'], queryFn: () => answer(api.GET('/api/deleted-sites')) })

/** Deletes a site, or brings it back. */
export function useRemoveSite() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: { site: string; back: boolean }) => {
      const sent = { params: { path: { id: change.site } }, headers: under(change) }
      return answer(
        change.back ? api.POST('/api/sites/{id}/return', sent) : api.POST('/api/sites/{id}/removal', sent),
      )
    },
    onSuccess: () => client.invalidateQueries({ queryKey: keys.sites }),
  })
}

/** Adds a site, or changes one; much of what is shown depends on where sites lie. */
export function useSaveSite(id: string | undefined) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: SiteInput) =>
      id === undefined
        ? answer(api.POST('/api/sites', { body, headers: under(body) }))
        : answer(api.PUT('/api/sites/{id}', { params: { path: { id } }, body, headers: under(body) })),
    onSuccess: () => client.invalidateQueries(),
  })
}

/**
 * A change to one plant that answers with its whole sheet. The names are weighed at once: as soon as the change can be
 * foreseen, and else before the page is drawn anew, so that worker, server and page are at work together; the rest of the
 * answer is asked for once they stand on screen. A change the server refuses is taken out of the weighing again.
 */
export function useSheetChange<T>(
  change: (input: T) => Promise<SentSheet>,
  forecast?: { plant: string; question: (sheet: PlantSheet, input: T) => BenchRequest | null },
) {
  const client = useQueryClient()
  const weigh = (plant: string, request: BenchRequest) =>
    client.prefetchQuery(answerTo('names', { ...request, choices: choicesOf(client, plant) }, plant))
  return useMutation({
    mutationFn: (input: T) =>
      change(input).then(
        (sent) => {
          tellHeard(keys.plant(sent.plant.id), true)
          return asked(sent)
        },
        (fault: unknown) => goOn(client, fault),
      ),
    // One after another: each is made on the sheet the one before left, and answers come in their order.
    scope: { id: 'sheet' },
    onMutate: (input) => {
      const key = keys.plant(forecast?.plant)
      const before = client.getQueryData<PlantSheet>(key)
      const question = before && forecast?.question(before, input)
      if (!question) return null
      // Weighed as soon as the core has ranked, unless the server was quicker; what is recorded shows when it is.
      void weigh(before.plant.id, question).then(() =>
        client.setQueryData<PlantSheet>(key, (now) => (now === before ? { ...now, request: question } : now)),
      )
      return before
    },
    onError: (_, __, before) => {
      if (!before) return
      const { id } = before.plant
      client.setQueryData<PlantSheet>(keys.plant(id), (now) => now && { ...now, request: before.request })
      void client.invalidateQueries({ queryKey: keys.plant(id) })
    },
    onSuccess: (sheet) => {
      const { id } = sheet.plant
      void weigh(id, sheet.request)
      client.setQueryData(keys.plant(id), sheet)
      void client.invalidateQueries({ queryKey: keys.plants })
      void client.invalidateQueries({ queryKey: keys.records })
    },
  })
}

export const useTakePlant = () =>
  useSheetChange((body: PlantInput) =>
    answer(api.POST('/api/plants', { body, headers: under(body), signal: signalOf(body) })),
  )

export const useAddVisit = (plant: string) =>
  useSheetChange((body: VisitContent) =>
    answer(
      api.POST('/api/plants/{plant}/visits', { params: { path: { plant } }, body, headers: under(body) }),
    ),
  )

export interface FeatureChange {
  visit: string
  character: string
  /** What to record; null removes what was recorded. */
  input: ObservationInput | null
  expected: number | null
  /** True where an entry joins the sample as it stands when its turn comes, after what was entered just before. */
  joins?: boolean
}

/** What was recorded of a character on a visit. */
export const recordedOn = (sheet: PlantSheet, visit: string, character: string) =>
  sheet.observations.find((o) => o.visit === visit && o.seen.character === character) ?? null

/** An entry joined to what was recorded before: the parts measured so far are kept. */
function joined(change: FeatureChange, now: ObservationView | null): FeatureChange {
  const sample = now?.seen.finding.kind === 'sample' ? now : null
  const expected = now?.revision ?? null
  return {
    ...change,
    expected,
    input: change.input && {
      ...change.input,
      parts: sample?.parts ?? [],
      places: sample?.places ?? null,
      note: change.input.note ?? (sample?.note || null),
      expected,
    },
  }
}

/** How an entry was joined when it was first sent: sent again after a lost answer it is the same change, and not one more part. */
const asFirstSent = new WeakMap<FeatureChange, FeatureChange>()

/** Records a feature, or removes what was recorded. */
export function useRecordFeature(plant: string) {
  const client = useQueryClient()
  const put = (change: FeatureChange) => {
    const { visit, character, input, expected } = change
    const headers = under(change)
    return input
      ? answer(
          api.PUT('/api/plants/{plant}/visits/{visit}/features/{character}', {
            params: { path: { plant, visit, character } },
            body: input,
            headers,
          }),
        )
      : answer(
          api.DELETE('/api/plants/{plant}/visits/{visit}/features/{character}', {
            params: { path: { plant, visit, character }, query: { expected: expected ?? 0 } },
            headers,
          }),
        )
  }
  return useSheetChange(
    async (change: FeatureChange) => {
      const sheet = client.getQueryData<PlantSheet>(keys.plant(plant))
      if (!change.joins || !sheet) return put(change)
      const join = (now: ObservationView | null) => {
        const sent = joined(change, now)
        asFirstSent.set(change, sent)
        return put(sent)
      }
      try {
        const before = asFirstSent.get(change)
        return await (before ? put(before) : join(recordedOn(sheet, change.visit, change.character)))
      } catch (e) {
        // Somebody else measured another part of the same plant meanwhile: both belong to the sample.
        if (e instanceof Problem && e.status === 409 && e.theirs?.seen.finding.kind === 'sample')
          return join(e.theirs)
        throw e
      }
    },
    { plant, question: foresee },
  )
}

export const useWalk = (plant: string) =>
  useSheetChange((body: KeyMove) =>
    answer(api.POST('/api/plants/{plant}/walk', { params: { path: { plant } }, body, headers: under(body) })),
  )

/** Links a plant with another as of one colony, or takes the link back. */
export const useColony = (plant: string) =>
  useSheetChange((link: { other: string; linked: boolean }) => {
    const sent = { params: { path: { plant, other: link.other } }, headers: under(link) }
    return link.linked
      ? answer(api.PUT('/api/plants/{plant}/colony/{other}', sent))
      : answer(api.DELETE('/api/plants/{plant}/colony/{other}', sent))
  })

/** Takes the last change back, or makes it again; sent again under the same number it goes no further. */
export const useUndo = (plant: string) =>
  useSheetChange((change: { redo: boolean }) => {
    const sent = { params: { path: { plant } }, headers: under(change) }
    return change.redo
      ? answer(api.POST('/api/plants/{plant}/redo', sent))
      : answer(api.POST('/api/plants/{plant}/undo', sent))
  })

export const useDetermine = (plant: string) =>
  useSheetChange((body: NameInput) =>
    answer(
      api.POST('/api/plants/{plant}/determinations', {
        params: { path: { plant } },
        body,
        headers: under(body),
      }),
    ),
  )

export const useReviewName = (plant: string) =>
  useSheetChange((review: { determination: string; verdict: Verdict; remark: string }) => {
    const { determination, ...body } = review
    return answer(
      api.POST('/api/plants/{plant}/determinations/{determination}/reviews', {
        params: { path: { plant, determination } },
        body,
        headers: under(review),
      }),
    )
  })

/** Whether a stand bears a specimen; asked while the numbers are typed. */
export const useMayCollect = (plant: string, stand: number | null, taken: number | null, permit: string) =>
  useQuery({
    queryKey: ['collecting', plant, stand, taken, permit],
    enabled: stand !== null && taken !== null,
    placeholderData: (before) => before,
    queryFn: () =>
      answer(
        api.GET('/api/plants/{plant}/collecting', {
          params: { path: { plant }, query: { stand: stand ?? 0, taken: taken ?? 0, permit } },
        }),
      ),
  })

export const useAddVoucher = (plant: string) =>
  useSheetChange((body: VoucherContent) =>
    answer(
      api.POST('/api/plants/{plant}/vouchers', { params: { path: { plant } }, body, headers: under(body) }),
    ),
  )

/** Plants to compare with: the nearest that have a name already. */
export const useSeeOne = (plant: string, taxon: string) =>
  useQuery({
    queryKey: ['see-one', plant, taxon],
    queryFn: () =>
      answer(api.GET('/api/plants/{plant}/see-one', { params: { path: { plant }, query: { taxon } } })),
  })

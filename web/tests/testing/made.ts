import type {
  BenchAnswer,
  BenchRequest,
  CharacterView,
  CountLineView,
  CountView,
  DeterminationView,
  Statistic,
  GuideView,
  Observation,
  ObservationView,
  PlantSheet,
  PlantTag,
  PlantVisit,
  Session,
  Site,
  SurveyStatistics,
  TaxonName,
  TaxonView,
} from '../../src/api/types'

// Made-up answers of the server, each whole, so that a test says only what it is about.

/** A surveyor at work on a day in May. */
export const aSession = (part: Partial<Session> = {}): Session => ({
  person: { id: '1', name: 'R. Ostrow' },
  role: 'steward',
  mayRecord: true,
  mayReview: true,
  isSteward: true,
  seesSensitive: true,
  people: [{ id: '1', name: 'R. Ostrow' }],
  demoEntries: [],
  needsSteward: false,
  standIns: true,
  guide: 'Plants of Tamsin Fork',
  today: '2026-05-14',
  now: new Date().toISOString(),
  ...part,
})

export const aSite = (part: Partial<Site> = {}): Site => ({
  id: '3',
  name: 'Upper bench',
  description: '',
  elevationM: 118,
  latitude: 45.1,
  longitude: -123.7,
  uncertaintyM: 10,
  habitats: [],
  snowGone: null,
  floraArea: '',
  ...part,
})

export const aName = (id: string, name = id, part: Partial<TaxonName> = {}): TaxonName => ({
  id,
  name,
  rank: 'species',
  common: '',
  ...part,
})

export const aTaxon = (
  id: string,
  name: string,
  part: Partial<TaxonView> & { rank?: TaxonName['rank'] } = {},
): TaxonView => ({
  name: aName(id, name, { rank: part.rank ?? 'species', common: part.commonNames?.[0] ?? '' }),
  family: '',
  top: id,
  commonNames: [],
  synonyms: [],
  hazards: [],
  ...part,
})

/** The arrangement of the leaves: a character with two states. */
export const aCharacter = (part: Partial<CharacterView> = {}): CharacterView => ({
  id: 'leaf-arrangement',
  organ: 'leaf',
  label: 'Leaf arrangement',
  kind: 'unordered',
  numeric: false,
  unit: '',
  howTo: 'Look at a shoot of this year.',
  which: '',
  tool: 'eye',
  harm: 'look',
  canBeAbsent: false,
  dependsOn: null,
  dependsOnStates: [],
  states: [
    { id: 'opposite', label: 'opposite', parent: null, term: '' },
    { id: 'alternate', label: 'alternate', parent: null, term: '' },
  ],
  ...part,
})

/** The length of the blade: a character that is measured. */
export const aLength = (part: Partial<CharacterView> = {}): CharacterView =>
  aCharacter({
    id: 'blade-length',
    label: 'Blade length',
    kind: 'length',
    numeric: true,
    unit: 'mm',
    states: [],
    ...part,
  })

export const aGuide = (part: Partial<GuideView> = {}): GuideView => ({
  title: 'A small flora',
  version: '1',
  characters: [aCharacter(), aLength()],
  taxa: [],
  keys: [],
  terms: [],
  areas: [],
  ...part,
})

/** What was seen, said flat as tests say it. */
interface Said {
  character?: string
  date?: string
  finding?: Observation['finding']['kind']
  states?: string[]
  rough?: string
  hidden?: 'damaged'
  certainty?: Observation['certainty']
}

const findingOf = ({ finding = 'states', states = ['opposite'], rough = '', hidden }: Said) =>
  ({
    states: { kind: 'states', seen: states },
    sample: { kind: 'sample', values: [1], places: [] },
    rough: { kind: 'rough', value: { low: null, high: null, best: null, typed: rough } },
    absent: { kind: 'absent' },
    hidden: { kind: 'hidden', why: hidden ?? 'damaged' },
  })[finding] as Observation['finding']

export const anObservation = (part: Partial<ObservationView> & Said = {}): ObservationView => {
  const { character, date, finding, states, rough, hidden, certainty, ...view } = part
  return {
    visit: '11',
    label: 'Leaf arrangement',
    organ: 'leaf',
    summary: 'opposite',
    parts: [],
    places: [],
    placeWords: [],
    altered: [],
    note: '',
    recorder: 'R. Ostrow',
    revision: 5,
    seen: {
      character: character ?? 'leaf-arrangement',
      visit: 1,
      date: date ?? '2026-05-14',
      finding: findingOf({ finding, states, rough, hidden }),
      certainty: certainty ?? 'sure',
      source: 'attached',
      altered: [],
      exposure: null,
      position: null,
      stage: null,
      sex: null,
      tool: null,
      age: null,
    },
    ...view,
  }
}

/** Blades measured on the plant. */
export const aSample = (parts: string[], part: Partial<ObservationView> & Said = {}): ObservationView =>
  anObservation({
    character: 'blade-length',
    label: 'Blade length',
    summary: parts.join(', '),
    finding: 'sample',
    parts,
    ...part,
  })

export const aVisit = (part: Partial<PlantVisit> = {}): PlantVisit => ({
  id: '11',
  date: '2026-05-14',
  recorder: 'R. Ostrow',
  stage: 'mature',
  sex: null,
  parts: ['leaves'],
  altered: [],
  note: '',
  ...part,
})

export const aRequest = (
  plant: Partial<BenchRequest['plant']> = {},
  choices: BenchRequest['choices'] = null,
): BenchRequest => ({
  plant: {
    place: { elevation: 118, habitats: [] },
    visits: [{ number: 1, date: '2026-05-14', parts: ['leaves'] }],
    observations: [],
    walk: null,
    colony: [],
    ...plant,
  },
  choices,
})

/** A feature as the core is asked of it. */
export const aSeen = (
  character: string,
  part: Partial<BenchRequest['plant']['observations'][number]> = {},
): BenchRequest['plant']['observations'][number] => ({
  character,
  visit: 1,
  date: '2026-05-14',
  finding: { kind: 'states', seen: [] },
  certainty: 'sure',
  source: 'attached',
  altered: [],
  exposure: null,
  position: null,
  stage: null,
  sex: null,
  ...part,
})

export const aSheet = (part: Partial<PlantSheet> = {}): PlantSheet => ({
  question: { ...aRequest().plant, observations: [] },
  plant: { id: '7', tag: 'G-007', description: 'Shrub at the ditch', origin: 'wild', site: aSite() },
  visits: [aVisit()],
  observations: [],
  request: aRequest(),
  colony: [],
  learned: [],
  walkRevision: null,
  determinations: [],
  undo: { undo: null, redo: null },
  vouchers: [],
  ...part,
})

export const aDetermination = (part: Partial<DeterminationView> = {}): DeterminationView => ({
  id: '21',
  taxon: 'cornus-sericea',
  fullName: 'Cornus sericea',
  qualifier: 'none',
  person: 'J. Adeyemi',
  date: '2026-05-10',
  remarks: '',
  reasons: {
    guide: 'A small flora',
    version: '1',
    path: [],
    clearWalk: true,
    ends: [],
    features: [],
    alerts: [],
    ruledOut: [],
    notRuledOut: [],
  },
  reviews: [],
  ...part,
})

export const aLine = (part: Partial<CountLineView['line']> = {}, view: Partial<CountLineView> = {}) => ({
  line: {
    id: '31',
    plot: 1,
    taxon: 'acer-macrophyllum',
    name: 'Acer macrophyllum',
    qualifier: 'none',
    origin: 'wild',
    unit: 'individuals',
    amount: 12,
    note: '',
    ...part,
  } satisfies CountLineView['line'],
  fullName: part.name ?? 'Acer macrophyllum',
  unitWords: 'individuals',
  tally: true,
  ...view,
})

export const aCount = (part: Partial<CountView> = {}): CountView => ({
  sheet: {
    id: '41',
    siteName: 'Upper bench',
    recorder: 'R. Ostrow',
    lines: 0,
    placeName: '',
    at: null,
    content: {
      site: '3',
      date: '2026-05-14',
      protocol: 'walkThrough',
      plots: 1,
      plotAreaM2: null,
      lengthM: null,
      started: null,
      ended: null,
      companions: '',
      weather: '',
      note: '',
      place: null,
    },
  },
  lines: [],
  hasPlots: false,
  usual: 'individuals',
  before: null,
  seenBefore: [],
  partial: false,
  ...part,
})

export const aPlantTag = (part: Partial<PlantTag> = {}): PlantTag => ({
  id: '7',
  tag: 'G-007',
  site: 'Upper bench',
  description: 'Shrub at the ditch',
  name: null,
  taxon: null,
  features: 3,
  visits: 1,
  lastSeen: '2026-05-14',
  isQualified: false,
  ...part,
})

const noStatistic: Statistic = {
  value: null,
  error: null,
  low: null,
  high: null,
  lacking: 'Too little was counted.',
}

/** What counts come to while hardly anything was counted. */
export const someStatistics = (part: Partial<SurveyStatistics> = {}): SurveyStatistics => {
  const quality = { mean: noStatistic, index: noStatistic, species: 0, without: 0 }
  return {
    units: 2,
    mixed: false,
    species: [],
    unnamed: 0,
    countedIn: null,
    individuals: 0,
    speciesCounted: 0,
    chao1: noStatistic,
    chao2: noStatistic,
    jackknife1: noStatistic,
    jackknife2: noStatistic,
    bootstrap: noStatistic,
    shannon: noStatistic,
    simpson: noStatistic,
    hill1: noStatistic,
    hill2: noStatistic,
    curve: [],
    individualCurve: [],
    nativeQuality: quality,
    allQuality: quality,
    sites: [],
    ...part,
  }
}

/** What the core answers of a plant of which nothing is known. */
export const aBench = (part: Partial<BenchAnswer> = {}): BenchAnswer => ({
  walk: null,
  cautions: [],
  likelyNames: {
    names: [],
    ranks: [],
    outside: 0.1,
    safe: null,
    outsideIsSafe: false,
    features: 0,
    hazards: [],
    untreated: [],
    against: [],
  },
  priors: [],
  secondOpinion: '',
  lookNext: [],
  telling: [],
  fitting: 148,
  harmAllowed: 'uproot',
  organDoubts: [],
  notes: [],
  ...part,
})

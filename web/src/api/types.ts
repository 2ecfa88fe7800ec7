import type { components } from './generated/schema'

type Schemas = components['schemas']

export type AccessChange = Schemas['AccessChange']
export type AccountLine = Schemas['AccountLine']
export type Alteration = Schemas['Alteration']
export type ApartDrawings = Schemas['ApartDrawings']
export type ApartAnswer = Schemas['ApartAnswer']
export type BenchAnswer = Schemas['BenchAnswer']
export type BenchChoices = Schemas['BenchChoices']
export type BenchRequest = Schemas['BenchRequest']
export type CautionView = Schemas['CautionView']
export type Certainty = Schemas['Certainty']
export type CharacterTiles = Schemas['CharacterTiles']
export type CharacterView = Schemas['CharacterView']
export type CoupletRef = Schemas['CoupletRef']
export type CoupletView = Schemas['CoupletView']
export type CrossTest = Schemas['CrossTest']
export type NameInput = Schemas['NameInput']
export type DeterminationView = Schemas['DeterminationView']
export type EvidenceSource = Schemas['EvidenceSource']
export type Exposure = NonNullable<Schemas['Observation']['exposure']>
export type FeatureOffer = Schemas['FeatureOffer']
export type FindCluster = Schemas['FindCluster']
export type FindSummary = Schemas['FindSummary']
export type FindView = Schemas['FindView']
export type FloraAccount = Schemas['FloraAccount']
export type GlossaryTerm = Schemas['GlossaryTerm']
export type Grade = Schemas['Grade']
export type GradeReason = Schemas['GradeReason']
export type GuideView = Schemas['GuideView']
export type HarmLevel = Schemas['HarmLevel']
export type Hazard = Schemas['Hazard']
export type HereView = Schemas['HereView']
export type HiddenReason = Schemas['HiddenReason']
export type LeadView = Schemas['LeadView']
export type LinkedPlant = Schemas['LinkedPlant']
export type RatioOffer = Schemas['RatioOffer']
export type ReturnNeed = Schemas['ReturnNeed']
export type TripSettings = Schemas['TripSettings']
export type TripsView = Schemas['TripsView']
export type TripView = Schemas['TripView']
export type TodayNeed = Schemas['TodayNeed']
export type ShownPart = Schemas['ShownPart']
export type ShownTaxon = Schemas['ShownTaxon']
export type YearRow = Schemas['YearRow']
export type SampleAnswer = Schemas['SampleAnswer']
export type SampleView = Schemas['SampleView']
export type SheetNote = Schemas['SheetNote']
export type LifeStage = NonNullable<Schemas['Observation']['stage']>
export type Marking = Schemas['Marking']
export type NameReasons = Schemas['NameReasons']
export type NameQuestion = Schemas['NameQuestion']
export type NameSearchResult = Schemas['NameSearchResult']
export type NamedSpecimen = Schemas['NamedSpecimen']
export type ReadFault = Schemas['ReadFault']
export type ReadPiece = Schemas['ReadPiece']
export type ReadText = Schemas['ReadText']
export type NamesQuestion = Schemas['NamesQuestion']
export type ObservationInput = Schemas['ObservationInput']
export type Observation = Schemas['Observation']
export type ObservationView = Schemas['ObservationView']
export type Organ = Schemas['Organ']
export type Origin = Schemas['Origin']
export type PairQuestion = Schemas['PairQuestion']
export type PartPlace = Schemas['PartPlace']
export type PartAge = NonNullable<Schemas['Observation']['age']>
export type PartPosition = NonNullable<Schemas['Observation']['position']>
export type PlantCare = Schemas['PlantCare']
export type FeatureChange = Schemas['FeatureChange']
export type Landmark = Schemas['Landmark']
export type Threat = Schemas['Threat']
export type ThreatContent = Schemas['ThreatContent']
export type PopulationCount = Schemas['PopulationCount']
export type PopulationYear = Schemas['PopulationYear']
export type PlantGrade = Schemas['PlantGrade']
export type PlantCorrection = Schemas['PlantCorrection']
export type VisitCorrection = Schemas['VisitCorrection']
export type PlantComparison = Schemas['PlantComparison']
export type CameraShot = Schemas['CameraShot']
export type KeptPhoto = Schemas['KeptPhoto']
export type SearchEntry = Schemas['SearchEntry']
export type LeafFound = NonNullable<Schemas['PhotoAnswer']['leaf']>
export type NameListView = Schemas['NameListView']
export type NameColumn = NonNullable<Schemas['NameColumnView']['holds']>
export type NameText = Schemas['NameText']
export type NameTextInput = Schemas['NameTextInput']
export type RenameInput = Schemas['RenameInput']
export type SurveyName = Schemas['SurveyName']
export type SurveyNameInput = Schemas['SurveyNameInput']
export type SurveyNameView = Schemas['SurveyNameView']
export type Measured = Schemas['Measured']
export type EdgePull = Schemas['EdgePull']
export type PhotoFeature = Schemas['PhotoFeature']
export type PhotoMark = Schemas['PhotoMark']
export type PhotoMeasures = Schemas['PhotoMeasures']
export type PhotoProblem = Schemas['PhotoProblem']
export type PhotoQuestion = Schemas['PhotoQuestion']
export type Place = Schemas['Point']
export type PlantInput = Schemas['PlantInput']
export type PlantPart = Schemas['PlantPart']
export type SentSheet = Schemas['PlantSheet']
export type PlantSheet = SentSheet & { request: BenchRequest }
export type PlantTag = Schemas['PlantTag']
export type PlantVisit = Schemas['PlantVisit']
export type PriorFactor = Schemas['PriorFactor']
export type Qualifier = Schemas['IdentificationQualifier']
export type SafeAnswer = Schemas['SafeAnswer']
export type Separation = Schemas['Separation']
export type SheetPicture = Schemas['SheetPicture']
export type SheetQuestion = Schemas['SheetQuestion']
export type Sex = NonNullable<Schemas['Observation']['sex']>
export type Site = Schemas['Site']
export type SiteInput = Schemas['SiteInput']
export type SpeciesAccount = Schemas['SpeciesAccount']
export type LikelyNames = Schemas['LikelyNames']
export type LookPurpose = Schemas['LookPurpose']
export type Suggestion = Schemas['Suggestion']
export type Session = Schemas['Session']
export type SignIn = Schemas['SignIn']
export type Role = Schemas['Role']
export type PersonAccess = Schemas['PersonAccess']
export type NewAccess = Schemas['NewAccess']
export type PasswordChange = Schemas['PasswordChange']
export type CoarseRecord = Schemas['CoarseRecord']
export type Verdict = Schemas['Verdict']
export type VoucherContent = Schemas['VoucherContent']
export type GeoPoint = Schemas['GeoPoint']
export type MapPlant = Schemas['MapPlant']
export type MapView = Schemas['MapView']
export type PlaceInput = Schemas['PlaceInput']
export type PlaceKind = Schemas['PlaceKind']
export type PlaceView = Schemas['PlaceView']
export type PlacesPreview = Schemas['PlacesPreview']
export type PositionInput = Schemas['PositionInput']
export type ShapeForm = Schemas['ShapeForm']
export type ImportColumn = NonNullable<Schemas['ImportColumnView']['holds']>
export type ImportView = Schemas['ImportView']
export type SurveyRecord = Schemas['SurveyRecord']
export type Suspicion = Schemas['Suspicion']
export type TaxonName = Schemas['TaxonName']
export type TaxonView = Schemas['TaxonView']
export type Tool = Schemas['Tool']
export type TreeQuestion = Schemas['TreeQuestion']
export type VisitContent = Schemas['VisitContent']
export type KeyMove = Schemas['KeyMove']
export type NeitherView = Schemas['NeitherView']
export type WalkView = Schemas['WalkView']
export type CountInput = Schemas['CountInput']
export type CountLineView = Schemas['CountLineView']
export type CountView = Schemas['CountView']
export type Statistic = Schemas['Statistic']
export type LineInput = Schemas['LineInput']
export type Protocol = Schemas['Protocol']
export type SheetChange = Schemas['SheetChange']
export type SheetContent = Schemas['SheetContent']
export type SpeciesLine = Schemas['SpeciesLine']
export type SheetLine = Schemas['SheetLine']
export type SurveyStatistics = Schemas['SurveyStatistics']
export type LabelView = Schemas['LabelView']
export type ReportView = Schemas['ReportView']
export type WatchedPhase = Schemas['WatchedPhase']
export type MarksAnswer = Schemas['MarksAnswer']
export type OwnPicture = Schemas['OwnPicture']
export type PictureMark = Schemas['PictureMark']
export type PictureNote = Schemas['PictureNote']
export type PictureOnSheet = Schemas['PictureOnSheet']
export type PictureOrgan = Schemas['PictureOrgan']
export type PictureView = Schemas['PictureView']
export type Portrait = Schemas['Portrait']
export type Correction = Schemas['Correction']

/** A change that lies on this device, as the core reads it. */
export interface WaitingInput {
  id: string
  /** What the API calls it. */
  name: string
  /** The parts of its address, by their names. */
  at: Record<string, string>
  sent: unknown
  asked: string
}

/** What became of a change here: why it cannot be made, and the field that is about. */
export interface ChangeShown {
  id: string
  shows: boolean
  why: string | null
  field: string
}

/** What waits of one thing, and who is at work. */
interface Waiting {
  changes: WaitingInput[]
  who: { person: string; name: string; today: string; yardsticks: unknown[] }
  sites: Site[]
}

/** A sheet as the server last gave it, null where it knows none, and what was changed of its plant since. */
export interface WaitingQuestion extends Waiting {
  sheet: SentSheet | null
}

export interface WaitingAnswer {
  sheet: SentSheet | null
  listed: PlantTag | null
  changes: ChangeShown[]
}

/** The same of a count. */
export interface CountQuestion extends Waiting {
  view: CountView | null
}

export interface CountAnswer {
  view: CountView | null
  changes: ChangeShown[]
}

/** A line as it is typed into a count. */
export interface LineQuestion {
  protocol: Protocol
  text: string
}

export type CountPage = Schemas['CountPage']
export type QuickReading = Schemas['QuickReading']

export type YearRun = Schemas['YearRun']
export type ReturnAnswer = Schemas['ReturnAnswer']

/** A question for the grade of a plant as it stands on this device. */
export interface GradeAsked {
  sheet: SentSheet
  today: string
  run: YearRun
}

/** The pictures of a plant, and what waits of them. */
export interface PicturesQuestion extends Omit<Waiting, 'sites'> {
  sheet: SentSheet
  pictures: PictureView[]
  /** Pictures taken on this device. */
  photos: KeptPhoto[]
}

export interface PicturesAnswer {
  pictures: PictureView[]
  changes: ChangeShown[]
}

export interface PortraitQuestion {
  sheet: SentSheet
  pictures: PictureView[]
}

/** A file that is to be kept as a picture. */
export interface PictureFile {
  bytes: number
  /** Its first twelve bytes, in base 64. */
  start: string
  /** Pixels; null where the browser cannot open it. */
  width: number | null
  height: number | null
}

export interface PictureFileAnswer {
  /** Why it is not kept; empty where nothing stands against it. */
  fault: string
  type: string
}

export type MarksQuestion = Schemas['MarksQuestion']
export type NearestSite = Schemas['NearestSite']

/** Where somebody stands, among the sites this device knows. */
export interface NearestQuestion {
  latitude: number
  longitude: number
  sites: Site[]
}

/** What a receiver said while somebody stood still. */
export interface StandingQuestion {
  readings: { latitude: number; longitude: number; uncertaintyM: number }[]
}

/** Where they stand by that. */
export interface StandingPosition {
  at: GeoPoint
  uncertaintyM: number
  readings: number
  /** Readings that lay too far off to be of the same place. */
  leftOut: number
}

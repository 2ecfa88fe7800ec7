import { clsx } from 'clsx'
import { Button, Tab as MuiTab, Tabs } from '@mui/material'
import { useCallback, useEffect, useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import {
  useBench,
  useChoices,
  useGuide,
  usePlant,
  usePlants,
  useRecordFeature,
  useSession,
  useUndo,
} from '../api/queries'
import { ApartDialog } from '../guide/apart/ApartDialog'
import type { Certainty, Organ, PlantTag } from '../api/types'
import { ViewTitle } from '../kit/ViewTitle'
import { lastPlant } from '../kit/lastPlant'
import { ProblemNote } from '../kit/ProblemNote'
import { useShortcuts } from '../kit/useShortcuts'
import { AccountDialog, type NameView } from './likely/AccountDialog'
import { Announcer } from './Announcer'
import { CompareDialog } from './plant/CompareDialog'
import { CorrectPlantDialog } from './plant/CorrectPlantDialog'
import { DeterminationDialog } from './naming/DeterminationDialog'
import { FeaturePanel } from './features/FeaturePanel'
import { featureInput } from './features/featureInput'
import { KeyPanel } from './key/KeyPanel'
import { outcomeKeys, sureness } from '../kit/toolWords'
import { PlantTags } from './PlantTags'
import { usePlantAddress } from './usePlantAddress'
import { SeasonStrip } from './plant/SeasonStrip'
import { SheetFigure } from './plant/SheetFigure'
import { LikelyNames } from './likely/LikelyNames'
import { NamesBar } from './likely/NamesBar'
import { isOrgan } from '../kit/organs'
import { TakePlantDialog } from './plant/TakePlantDialog'
import { VisitsPanel } from './visits/VisitsPanel'
import kitCss from '../kit/kit.module.css'
import identifyCss from './identify.module.css'

const tabs = [
  { id: 'key', label: 'Key', shortcut: 'K' },
  { id: 'features', label: 'Features', shortcut: 'F' },
  { id: 'plant', label: 'Plant', shortcut: 'P' },
  { id: 'visits', label: 'Visits', shortcut: 'V' },
] as const
type Tab = (typeof tabs)[number]['id']
type Column = 'plants' | 'sheet' | 'names'

const nameViews: readonly NameView[] = ['account', 'disproof', 'reasons']
const nobody: PlantTag[] = []

/** Identify: the plants under study, the question in hand on one of them, and where its name stands at the right. */
export function BenchPage() {
  const navigate = useNavigate()
  const plants = usePlants()
  const { id, tagged } = usePlantAddress()
  const guide = useGuide().data
  const person = useSession().data?.person
  const { data: sheet, error } = usePlant(id)
  const undo = useUndo(id ?? '')
  const recording = useRecordFeature(id ?? '')
  // What was left out holds for the plant it was left out on.
  const [choices, setChoices] = useChoices(id)
  const plant = sheet ? { ...sheet.request, choices } : null
  const answered = useBench(id, plant)
  const bench = answered.data
  // What is looked at stands in the address, so that Back goes back to it and it can be passed on.
  const [query, setQuery] = useSearchParams()
  const tab: Tab = tabs.find((t) => t.id === query.get('do'))?.id ?? 'key'
  const organ = isOrgan(query.get('organ'))
  const taking = query.has('add')
  const ask = useCallback(
    (change: Record<string, string | null>, replace = false) =>
      setQuery(
        (now) => {
          const next = new URLSearchParams(now)
          for (const [name, value] of Object.entries(change))
            if (value === null) next.delete(name)
            else next.set(name, value)
          return next
        },
        { replace },
      ),
    [setQuery],
  )
  // So does what lies open on top: Back closes it.
  const open = query.get('open')
  const of = query.get('of')
  const show = (what: 'name' | 'correct' | 'same' | 'apart' | NameView, about: string | null = null) =>
    ask({ open: what, of: about })
  const close = () => ask({ open: null, of: null }, true)
  const view = nameViews.find((v) => v === open)
  const setTab = (next: Tab) => ask({ do: next === 'key' ? null : next })
  const setOrgan = useCallback((at: Organ | null) => ask({ organ: at }), [ask])
  const setTaking = useCallback((on: boolean) => ask({ add: on ? '' : null }), [ask])
  const [column, setColumn] = useState<Column>('sheet')

  const list = plants.data
  useEffect(() => {
    if (sheet) lastPlant.keep(sheet.plant.id)
  }, [sheet])
  useEffect(() => {
    const to = id === null ? list?.[0] : tagged
    if (to) void navigate(`/identify/${to.id}${window.location.search}`, { replace: true })
  }, [id, list, tagged, navigate])

  const step = (by: number) => {
    if (!list?.length) return
    const at = list.findIndex((p) => p.id === id)
    const next = list[(at + by + list.length) % list.length]
    if (next) void navigate(`/identify/${next.id}${window.location.search}`)
  }
  const openFeatures = useCallback(
    (at: Organ) => {
      ask({ do: 'features', organ: at, open: null, of: null })
      setColumn('sheet')
    },
    [ask],
  )
  const take = useCallback(() => setTaking(true), [setTaking])
  const choose = useCallback(
    (plant: string) => {
      setColumn('sheet')
      void navigate(`/identify/${plant}${window.location.search}`)
    },
    [navigate],
  )
  const record = (character: string, state: string, certainty: Certainty) => {
    const visit = sheet?.visits.at(-1)
    if (!visit || recording.isPending || answered.settling) return
    // A feature looked at again on the same visit takes the place of the first look.
    const before = sheet?.observations.find((o) => o.visit === visit.id && o.seen.character === character)
    const expected = before?.revision ?? null
    recording.mutate({
      visit: visit.id,
      character,
      expected,
      input: featureInput({ finding: 'states', states: [state], certainty, expected }),
    })
  }
  const openPlant = useCallback(() => ask({ do: 'plant' }), [ask])
  const takeBack = (redo: boolean) => undo.mutate({ redo })
  useShortcuts({
    t: () => setTaking(true),
    j: () => step(1),
    i: () => step(-1),
    k: () => setTab('key'),
    f: () => setTab('features'),
    p: () => setTab('plant'),
    v: () => setTab('visits'),
    n: () => sheet && show('name', onlyEnd),
    a: () => {
      const names = bench?.likelyNames.names ?? []
      if (bench && bench.likelyNames.features > 0 && names.length > 1)
        show(
          'apart',
          names
            .slice(0, 2)
            .map((w) => w.name.id)
            .join(','),
        )
    },
    c: () => sheet && show('same'),
    l: () => {
      const next = bench?.lookNext[0]
      if (next) openFeatures(next.organ)
    },
    ...Object.fromEntries(
      outcomeKeys.map((key, i) => [
        key.toLowerCase(),
        () => {
          const next = bench?.lookNext[0]
          const seen = next?.outcomes[i]
          if (next && seen) record(next.character, seen.state, sureness(next.purpose))
        },
      ]),
    ),
    'ctrl+z': () => sheet?.undo.undo && takeBack(false),
    'ctrl+y': () => sheet?.undo.redo && takeBack(true),
    'ctrl+Z': () => sheet?.undo.redo && takeBack(true),
  })

  const ends = bench?.walk?.ends ?? []
  const onlyEnd = ends.length === 1 && bench?.walk?.open === 0 ? (ends[0]?.taxon.id ?? null) : null
  // Of a name in words the guide knows no season.
  const latest = sheet?.determinations[0]
  const named = guide?.taxa.find((t) => t.name.id === latest?.taxon)?.name.id ?? null
  return (
    <div className={clsx(identifyCss.bench, identifyCss[`show-${column}`])}>
      <div
        className={clsx(identifyCss.benchSwitch, kitCss.noPrint)}
        role="group"
        aria-label="Part of the view"
      >
        {(['plants', 'sheet', 'names'] as const).map((c) => (
          <button key={c} type="button" aria-pressed={column === c} onClick={() => setColumn(c)}>
            {{ plants: 'Plants', sheet: 'This plant', names: 'Likely names' }[c]}
          </button>
        ))}
      </div>
      <PlantTags plants={list ?? nobody} current={id} onTake={take} onChoose={choose} />
      <main className={identifyCss.benchSheet}>
        <ProblemNote error={error} />
        {list?.length === 0 && (
          <div className={identifyCss.benchEmpty}>
            <ViewTitle>No plant here yet</ViewTitle>
            <p>Add the plant in front of you: where it stands, and what is on it today.</p>
            <Button variant="contained" onClick={() => setTaking(true)}>
              Add a plant
            </Button>
          </div>
        )}
        {sheet && guide && (
          <>
            <div className={identifyCss.sheetHead}>
              <ViewTitle>{sheet.plant.tag}</ViewTitle>
              <span className={identifyCss.sheetWhat}>{sheet.plant.description}</span>
              <span className={identifyCss.soft}>
                {sheet.plant.site.name}
                {sheet.plant.site.elevationM !== null && ` · ${sheet.plant.site.elevationM} m`}
              </span>
              <span className={kitCss.fill} />
              <span className={identifyCss.sheetActs}>
                <Button color="inherit" onClick={() => show('correct')}>
                  Correct …
                </Button>
                <Button color="inherit" onClick={() => show('same')}>
                  Same as …&nbsp;<kbd>C</kbd>
                </Button>
                <Button
                  color="inherit"
                  disabled={!sheet.undo.undo || undo.isPending}
                  onClick={() => takeBack(false)}
                  title={sheet.undo.undo ? `Take back: ${sheet.undo.undo}` : 'Nothing to take back'}
                >
                  Undo&nbsp;<kbd>Ctrl Z</kbd>
                </Button>
                {sheet.undo.redo && (
                  <Button
                    color="inherit"
                    onClick={() => takeBack(true)}
                    title={`Do again: ${sheet.undo.redo}`}
                  >
                    Redo&nbsp;<kbd>Ctrl Y</kbd>
                  </Button>
                )}
              </span>
            </div>
            <Announcer bench={bench} settling={answered.settling} />
            <ProblemNote error={undo.error ?? recording.error ?? answered.error} />
            {!person && (
              <div className={kitCss.caution} role="status">
                Say who you are at the top right before you record: every feature carries its observer.
              </div>
            )}
            <SeasonStrip sheet={sheet} taxon={named ?? onlyEnd} onOpen={openPlant} />
            <Tabs
              className={identifyCss.tabs}
              aria-label="Work on this plant"
              data-walk="question"
              value={tab}
              onChange={(_, next: Tab) => setTab(next)}
            >
              {tabs.map((t) => (
                <MuiTab
                  key={t.id}
                  value={t.id}
                  label={
                    <span>
                      {t.label} <kbd>{t.shortcut}</kbd>
                    </span>
                  }
                />
              ))}
            </Tabs>
            {tab === 'key' && bench && (
              <KeyPanel
                key={sheet.plant.id}
                sheet={sheet}
                walk={bench.walk}
                settled={!answered.settling}
                guide={guide}
                onAccount={(taxon) => show('account', taxon)}
                onSuspect={(taxon) => show('disproof', taxon)}
                onName={(taxon) => show('name', taxon)}
              />
            )}
            {tab === 'features' && (
              <FeaturePanel
                key={sheet.plant.id}
                sheet={sheet}
                guide={guide}
                bench={bench}
                organ={organ}
                onOrgan={setOrgan}
              />
            )}
            {tab === 'plant' && (
              <SheetFigure
                sheet={sheet}
                guide={guide}
                current={null}
                leading={sheet.observations.length > 0 ? (bench?.likelyNames.names[0]?.name ?? null) : null}
                weighing={answered.settling}
                onOrgan={openFeatures}
              />
            )}
            {tab === 'visits' && <VisitsPanel key={sheet.plant.id} sheet={sheet} />}
          </>
        )}
      </main>
      {sheet && guide && bench ? (
        <LikelyNames
          sheet={sheet}
          bench={bench}
          choices={choices}
          guide={guide}
          busy={recording.isPending || answered.settling}
          onChoices={setChoices}
          onRecord={record}
          onAccount={(taxon) => show('account', taxon)}
          onSuspect={(taxon) => show('disproof', taxon)}
          onReasons={(taxon) => show('reasons', taxon)}
          onLook={openFeatures}
          onApart={(taxa) => show('apart', taxa.join(','))}
          onName={() => show('name', onlyEnd)}
        />
      ) : (
        <aside className={identifyCss.likelyNames} />
      )}
      {bench && column !== 'plants' && (
        <NamesBar
          bench={bench}
          open={column === 'names'}
          onPress={() => setColumn(column === 'names' ? 'sheet' : 'names')}
        />
      )}
      {taking && (
        <TakePlantDialog
          onClose={() => setTaking(false)}
          onTaken={(plant) => {
            setColumn('sheet')
            void navigate(`/identify/${plant}`)
          }}
        />
      )}
      {open === 'name' && sheet && guide && (
        <DeterminationDialog sheet={sheet} guide={guide} taxon={of} onClose={close} />
      )}
      {open === 'correct' && sheet && (
        <CorrectPlantDialog
          sheet={sheet}
          onClose={close}
          onDeleted={() => void navigate('/survey?what=plants')}
        />
      )}
      {open === 'same' && sheet && <CompareDialog sheet={sheet} plants={list ?? []} onClose={close} />}
      {open === 'apart' && of !== null && plant && guide && (
        <ApartDialog
          guide={guide}
          plant={plant}
          taxa={of.split(',')}
          onClose={close}
          onRecord={openFeatures}
        />
      )}
      {view && of !== null && sheet && plant && guide && (
        <AccountDialog
          sheet={sheet}
          plant={plant}
          choices={choices}
          onChoices={setChoices}
          guide={guide}
          taxon={of}
          view={view}
          onChange={(next) => (next ? show(next.view, next.taxon) : close())}
          onName={(taxon) => show('name', taxon)}
          onRecord={openFeatures}
        />
      )}
    </div>
  )
}

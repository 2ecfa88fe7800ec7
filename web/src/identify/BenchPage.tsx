import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { Suspense, useCallback, useDeferredValue, useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
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
import type { BenchAnswer, Certainty, Organ, PlantTag } from '../api/types'
import { later } from '../kit/later'
import { useAhead } from '../kit/useAhead'
import { ViewTitle } from '../kit/ViewTitle'
import { lastPlant } from '../kit/lastPlant'
import { ProblemNote } from '../kit/ProblemNote'
import { Announcer } from './Announcer'
import { featureInput } from './features/featureInput'
import { LikelyNames } from './likely/LikelyNames'
import { NamesBar } from './likely/NamesBar'
import { PlantTags } from './PlantTags'
import { SeasonStrip } from './plant/SeasonStrip'
import { SheetHead } from './SheetHead'
import { SheetWork } from './SheetWork'
import { useBenchAddress } from './useBenchAddress'
import { useBenchKeys } from './useBenchKeys'
import { usePlantAddress } from './usePlantAddress'
import kitCss from '../kit/kit.module.css'
import identifyCss from './identify.module.css'

const BenchDialogs = later(() => import('./BenchDialogs').then((m) => m.BenchDialogs))
const TakePlantDialog = later(() => import('./plant/TakePlantDialog').then((m) => m.TakePlantDialog))
const onTop = [BenchDialogs, TakePlantDialog]

type Column = 'plants' | 'sheet' | 'names'

const columns: Record<Column, string> = { plants: 'Plants', sheet: 'This plant', names: 'Likely names' }
const nobody: PlantTag[] = []

/** The one name a key came out at, when nothing else is open. */
const endOf = (bench: BenchAnswer | undefined) => {
  const ends = bench?.walk?.ends ?? []
  return ends.length === 1 && bench?.walk?.open === 0 ? (ends[0]?.taxon.id ?? null) : null
}

/** Identify: the plants under study, the question in hand on one of them, and where its name stands at the right. */
export function BenchPage() {
  useAhead(onTop)
  const navigate = useNavigate()
  const list = usePlants().data
  const { id, tagged } = usePlantAddress()
  const guide = useDeferredValue(useGuide().data)
  const person = useSession().data?.person
  const { data: asked, error } = usePlant(id)
  const sheet = useDeferredValue(asked)
  const undo = useUndo(id ?? '')
  const recording = useRecordFeature(id ?? '')
  // What was left out holds for the plant it was left out on.
  const [choices, setChoices] = useChoices(id)
  const plant = sheet ? { ...sheet.request, choices } : null
  const answered = useBench(id, plant)
  const bench = useDeferredValue(answered.data)
  const at = useBenchAddress()
  const { setTaking, toFeatures } = at
  const [column, setColumn] = useState<Column>('sheet')

  useEffect(() => {
    if (sheet) lastPlant.keep(sheet.plant.id)
  }, [sheet])
  useEffect(() => {
    const to = id === null ? list?.[0] : tagged
    if (to) void navigate(`/identify/${to.id}${window.location.search}`, { replace: true })
  }, [id, list, tagged, navigate])

  const choose = useCallback(
    (plant: string) => {
      setColumn('sheet')
      void navigate(`/identify/${plant}${window.location.search}`)
    },
    [navigate],
  )
  const openFeatures = useCallback(
    (organ: Organ) => {
      toFeatures(organ)
      setColumn('sheet')
    },
    [toFeatures],
  )
  const take = useCallback(() => setTaking(true), [setTaking])
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
  const takeBack = (redo: boolean) => undo.mutate({ redo })
  const onlyEnd = endOf(bench)
  useBenchKeys({ at, list, id, sheet, bench, onlyEnd, choose, openFeatures, record, takeBack })

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
            {columns[c]}
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
            <Button variant="contained" onClick={take}>
              Add a plant
            </Button>
          </div>
        )}
        {sheet && guide && (
          <>
            <SheetHead
              sheet={sheet}
              busy={undo.isPending}
              onCorrect={() => at.show('correct')}
              onSame={() => at.show('same')}
              onTakeBack={takeBack}
            />
            <Announcer bench={bench} settling={answered.settling} />
            <ProblemNote error={undo.error ?? recording.error ?? answered.error} />
            {!person && (
              <div className={kitCss.caution} role="status">
                Say who you are at the top right before you record: every feature carries its observer.
              </div>
            )}
            <SeasonStrip sheet={sheet} taxon={named ?? onlyEnd} onOpen={() => at.setTab('plant')} />
            <SheetWork
              at={at}
              sheet={sheet}
              guide={guide}
              bench={bench}
              settling={answered.settling}
              onFeatures={openFeatures}
            />
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
          onAccount={(taxon) => at.show('account', taxon)}
          onSuspect={(taxon) => at.show('disproof', taxon)}
          onReasons={(taxon) => at.show('reasons', taxon)}
          onLook={openFeatures}
          onApart={(taxa) => at.show('apart', taxa.join(','))}
          onName={() => at.show('name', onlyEnd)}
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
      <Suspense>
        {at.taking && (
          <TakePlantDialog
            onClose={() => setTaking(false)}
            onTaken={(plant) => {
              setColumn('sheet')
              void navigate(`/identify/${plant}`)
            }}
          />
        )}
        {at.open && sheet && plant && guide && (
          <BenchDialogs
            at={at}
            sheet={sheet}
            plant={plant}
            plants={list ?? nobody}
            guide={guide}
            choices={choices}
            onChoices={setChoices}
            onRecord={openFeatures}
          />
        )}
      </Suspense>
    </div>
  )
}

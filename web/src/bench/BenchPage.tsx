import { Button } from '@mui/material'
import { useEffect, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { useGuide, usePlant, usePlants, useSession, useUndo } from '../api/queries'
import type { Organ } from '../api/types'
import { ProblemNote } from '../shared/ProblemNote'
import { useShortcuts } from '../shared/useShortcuts'
import { AccountDialog, type NameView } from './AccountDialog'
import { ApartDialog } from './ApartDialog'
import './bench.css'
import { DeterminationDialog } from './DeterminationDialog'
import { FeaturePanel } from './FeaturePanel'
import { KeyPanel } from './KeyPanel'
import { PlantTags } from './PlantTags'
import { SeasonStrip } from './SeasonStrip'
import { SheetFigure } from './SheetFigure'
import { Standing } from './Standing'
import { TakePlantDialog } from './TakePlantDialog'
import { VisitsPanel } from './VisitsPanel'

const tabs = [
  { id: 'key', label: 'Key', shortcut: 'K' },
  { id: 'features', label: 'Features', shortcut: 'F' },
  { id: 'visits', label: 'Visits', shortcut: 'V' },
] as const
type Tab = (typeof tabs)[number]['id']
type Column = 'plants' | 'sheet' | 'standing'

/** The bench: plants on the desk, the sheet of one in the middle, where its name stands at the right. */
export function BenchPage() {
  const params = useParams()
  const navigate = useNavigate()
  const id = params.plant ? Number(params.plant) : null
  const plants = usePlants()
  const guide = useGuide().data
  const person = useSession().data?.person
  const { data: sheet, error } = usePlant(id)
  const undo = useUndo(id ?? 0)
  const [tab, setTab] = useState<Tab>('key')
  const [organ, setOrgan] = useState<Organ>('leaf')
  const [column, setColumn] = useState<Column>('sheet')
  const [taking, setTaking] = useState(false)
  const [apart, setApart] = useState<string[] | null>(null)
  const [naming, setNaming] = useState<{ taxon: string | null } | null>(null)
  const [account, setAccount] = useState<{ taxon: string; view: NameView } | null>(null)

  const list = plants.data
  useEffect(() => {
    if (id === null && list?.[0]) void navigate(`/bench/${list[0].id}`, { replace: true })
  }, [id, list, navigate])

  const step = (by: number) => {
    if (!list?.length) return
    const at = list.findIndex((p) => p.id === id)
    const next = list[(at + by + list.length) % list.length]
    if (next) void navigate(`/bench/${next.id}`)
  }
  const openFeatures = (at: Organ) => {
    setOrgan(at)
    setTab('features')
    setColumn('sheet')
  }
  useShortcuts({
    t: () => setTaking(true),
    j: () => step(1),
    i: () => step(-1),
    k: () => setTab('key'),
    f: () => setTab('features'),
    v: () => setTab('visits'),
    n: () => sheet && setNaming({ taxon: onlyEnd }),
    a: () => {
      const leading = sheet?.bench.standing.leading ?? []
      if (sheet && sheet.bench.standing.features > 0 && leading.length > 1)
        setApart(leading.slice(0, 2).map((w) => w.name.id))
    },
    l: () => {
      const next = sheet?.bench.lookNext[0]
      if (next) openFeatures(next.organ)
    },
    'ctrl+z': () => sheet?.undo.undo && undo.mutate(false),
    'ctrl+y': () => sheet?.undo.redo && undo.mutate(true),
    'ctrl+Z': () => sheet?.undo.redo && undo.mutate(true),
  })

  const ends = sheet?.bench.walk?.ends ?? []
  const onlyEnd = ends.length === 1 && sheet?.bench.walk?.open === 0 ? (ends[0]?.taxon.id ?? null) : null
  const latest = sheet?.determinations[0]
  return (
    <div className={`bench show-${column}`}>
      <div className="bench-switch no-print" role="group" aria-label="Part of the bench">
        {(['plants', 'sheet', 'standing'] as const).map((c) => (
          <button key={c} type="button" aria-pressed={column === c} onClick={() => setColumn(c)}>
            {{ plants: 'Plants', sheet: 'Sheet', standing: 'Standing' }[c]}
          </button>
        ))}
      </div>
      <PlantTags
        plants={list ?? []}
        current={id}
        onTake={() => setTaking(true)}
        onChoose={(plant) => {
          setColumn('sheet')
          void navigate(`/bench/${plant}`)
        }}
      />
      <main className="bench-sheet">
        <ProblemNote error={error} />
        {list?.length === 0 && (
          <div className="bench-empty">
            <h1>No plant on the bench yet</h1>
            <p>Say who you are at the top right, then take the plant in front of you.</p>
            <Button variant="contained" onClick={() => setTaking(true)}>
              Take a plant
            </Button>
          </div>
        )}
        {sheet && guide && (
          <>
            <div className="sheet-head">
              <h1>{sheet.plant.tag}</h1>
              <span className="sheet-what">{sheet.plant.description}</span>
              <span className="soft">
                {sheet.plant.site.name}
                {sheet.plant.site.elevationM !== null && ` · ${sheet.plant.site.elevationM} m`}
              </span>
              <span className="fill" />
              <Button
                color="inherit"
                disabled={!sheet.undo.undo || undo.isPending}
                onClick={() => undo.mutate(false)}
                title={sheet.undo.undo ? `Take back: ${sheet.undo.undo}` : 'Nothing to take back'}
              >
                Undo&nbsp;<kbd>Ctrl Z</kbd>
              </Button>
              {sheet.undo.redo && (
                <Button
                  color="inherit"
                  onClick={() => undo.mutate(true)}
                  title={`Do again: ${sheet.undo.redo}`}
                >
                  Redo&nbsp;<kbd>Ctrl Y</kbd>
                </Button>
              )}
            </div>
            <ProblemNote error={undo.error} />
            {!person && (
              <div className="caution" role="status">
                Say who you are at the top right before you record: every feature carries its observer.
              </div>
            )}
            <SheetFigure
              sheet={sheet}
              guide={guide}
              current={tab === 'features' ? organ : null}
              onOrgan={openFeatures}
            />
            <SeasonStrip sheet={sheet} taxon={latest?.taxon ?? onlyEnd} />
            <div className="tabs" role="tablist" aria-label="Work on this plant">
              {tabs.map((t) => (
                <button
                  key={t.id}
                  type="button"
                  role="tab"
                  aria-selected={tab === t.id}
                  onClick={() => setTab(t.id)}
                >
                  {t.label} <kbd>{t.shortcut}</kbd>
                </button>
              ))}
            </div>
            {tab === 'key' && (
              <KeyPanel
                key={sheet.plant.id}
                sheet={sheet}
                guide={guide}
                onAccount={(taxon) => setAccount({ taxon, view: 'account' })}
                onSuspect={(taxon) => setAccount({ taxon, view: 'disproof' })}
                onName={(taxon) => setNaming({ taxon })}
              />
            )}
            {tab === 'features' && (
              <FeaturePanel
                key={sheet.plant.id}
                sheet={sheet}
                guide={guide}
                organ={organ}
                onOrgan={setOrgan}
              />
            )}
            {tab === 'visits' && <VisitsPanel key={sheet.plant.id} sheet={sheet} />}
          </>
        )}
      </main>
      {sheet && guide ? (
        <Standing
          sheet={sheet}
          guide={guide}
          onAccount={(taxon) => setAccount({ taxon, view: 'account' })}
          onSuspect={(taxon) => setAccount({ taxon, view: 'disproof' })}
          onGrounds={(taxon) => setAccount({ taxon, view: 'grounds' })}
          onLook={openFeatures}
          onApart={setApart}
          onName={() => setNaming({ taxon: onlyEnd })}
        />
      ) : (
        <aside className="standing" />
      )}
      {taking && (
        <TakePlantDialog
          onClose={() => setTaking(false)}
          onTaken={(plant) => {
            setTaking(false)
            setTab('key')
            setColumn('sheet')
            void navigate(`/bench/${plant}`)
          }}
        />
      )}
      {naming && sheet && guide && (
        <DeterminationDialog
          sheet={sheet}
          guide={guide}
          taxon={naming.taxon}
          onClose={() => setNaming(null)}
        />
      )}
      {apart && sheet && guide && (
        <ApartDialog
          sheet={sheet}
          guide={guide}
          taxa={apart}
          onClose={() => setApart(null)}
          onRecord={(at) => {
            setApart(null)
            openFeatures(at)
          }}
        />
      )}
      {account && sheet && guide && (
        <AccountDialog
          sheet={sheet}
          guide={guide}
          taxon={account.taxon}
          view={account.view}
          onChange={setAccount}
          onName={(taxon) => {
            setAccount(null)
            setNaming({ taxon })
          }}
          onRecord={(at) => {
            setAccount(null)
            setColumn('sheet')
            openFeatures(at)
          }}
        />
      )}
    </div>
  )
}

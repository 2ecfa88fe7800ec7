import { useSearchParams } from 'react-router'
import { ProblemNote } from '../../kit/ProblemNote'
import { ViewTabs } from '../../kit/ViewTabs'
import { ViewTitle } from '../../kit/ViewTitle'
import { PhotoBench } from './PhotoBench'
import { PhotoChooser } from './PhotoChooser'
import { usePhoto, useShapeNaming } from './photoQueries'
import { usualQuestion } from './question'
import { TreeBench } from './TreeBench'
import { Yardsticks } from './Yardsticks'
import measureCss from './measure.module.css'

const tabs = [
  { id: null, label: 'A leaf from a picture' },
  { id: 'tree', label: 'A tree' },
  { id: 'yardsticks', label: 'My yardsticks' },
]

/** Measuring: a leaf from a picture, a tree with a tape and a clinometer, and what lengths are held against. */
export function MeasurePage() {
  const [params, setParams] = useSearchParams()
  const id = params.get('photo')
  const what = params.get('what')
  const plant = params.get('plant')
  const { data: photo, error } = usePhoto(id)
  const { data: naming, failureCount } = useShapeNaming()
  // Where the survey's own convention is not known, the usual one names shapes.
  const convention = naming?.convention ?? (failureCount > 0 ? usualQuestion.convention : null)
  const go = (changes: Record<string, string | null>) =>
    setParams((before) => {
      const next = new URLSearchParams(before)
      for (const [name, value] of Object.entries(changes))
        if (value === null) next.delete(name)
        else next.set(name, value)
      return next
    })
  return (
    <main className={measureCss.measure}>
      <ViewTitle heard>{tabs.find((t) => t.id === what)?.label ?? 'Measure'}</ViewTitle>
      <ViewTabs label="What to measure" tabs={tabs} chosen={what} onChoose={(id) => go({ what: id })} />
      {what === 'tree' && <TreeBench plant={plant} onPlant={(p) => go({ plant: p })} />}
      {what === 'yardsticks' && <Yardsticks />}
      {what === null && (
        <>
          <ProblemNote error={error} />
          {id === null && <PhotoChooser onPhoto={(p) => go({ photo: p.id })} />}
          {id !== null && photo && convention && (
            <PhotoBench
              key={photo.id}
              photo={photo}
              naming={convention}
              plant={plant}
              onPlant={(p) => go({ plant: p })}
              onOther={() => go({ photo: null })}
            />
          )}
        </>
      )}
    </main>
  )
}

import { useSearchParams } from 'react-router'
import { ProblemNote } from '../shared/ProblemNote'
import './measure.css'
import { PhotoBench } from './PhotoBench'
import { PhotoChooser } from './PhotoChooser'
import { usePhoto } from './photoQueries'
import { TreeBench } from './TreeBench'

/** Measuring: a leaf from a picture, or a tree with a tape and a clinometer. */
export function MeasurePage() {
  const [params, setParams] = useSearchParams()
  const id = params.get('photo')
  const tree = params.get('what') === 'tree'
  const plant = params.get('plant') === null ? null : Number(params.get('plant'))
  const { data: photo, error } = usePhoto(id)
  const go = (changes: Record<string, string | null>) =>
    setParams((before) => {
      const next = new URLSearchParams(before)
      for (const [name, value] of Object.entries(changes))
        if (value === null) next.delete(name)
        else next.set(name, value)
      return next
    })
  return (
    <main className="measure">
      <div className="features-organs measure-tabs" role="tablist" aria-label="What to measure">
        <button type="button" role="tab" aria-selected={!tree} onClick={() => go({ what: null })}>
          A leaf from a picture
        </button>
        <button type="button" role="tab" aria-selected={tree} onClick={() => go({ what: 'tree' })}>
          A tree
        </button>
      </div>
      {tree ? (
        <TreeBench />
      ) : (
        <>
          <ProblemNote error={error} />
          {id === null && <PhotoChooser onPhoto={(p) => go({ photo: p.id })} />}
          {id !== null && photo && (
            <PhotoBench
              key={photo.id}
              photo={photo}
              plant={plant}
              onPlant={(p) => go({ plant: String(p) })}
              onOther={() => go({ photo: null })}
            />
          )}
        </>
      )}
    </main>
  )
}

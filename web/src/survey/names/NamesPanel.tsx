import { clsx } from 'clsx'
import { Button, FormControlLabel, Switch, TextField } from '@mui/material'
import { useState } from 'react'
import { useSession } from '../../api/queries'
import type { SurveyNameView } from '../../api/types'
import { Awaited } from '../../kit/Awaited'
import { said } from '../../kit/said'
import { ProblemNote } from '../../kit/ProblemNote'
import { TaxonText } from '../../kit/TaxonText'
import { BringInNames } from './BringInNames'
import { InWords } from './InWords'
import { NameForm } from './NameForm'
import { useRemoveName, useSurveyNames } from './nameQueries'
import { kindWords } from './readingWords'
import { RenameForm } from './RenameForm'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'
import namesCss from './names.module.css'

/** The survey's own list of names: what no guide lists, and what is known of it. */
export function NamesPanel() {
  const { data, error } = useSurveyNames()
  const [wanted, setWanted] = useState('')
  const [fresh, setFresh] = useState('')
  const [away, setAway] = useState(false)
  if (!data) return error ? <ProblemNote error={error} /> : <Awaited />
  const shown = data.filter(
    ({ name }) =>
      (away || !name.away) &&
      [name.name, name.family, ...name.content.commonNames, ...name.content.synonyms].some((n) =>
        n.toLowerCase().includes(wanted.trim().toLowerCase()),
      ),
  )
  return (
    <section aria-label="Names in words">
      <p>
        Names of plants that the guide does not describe: other species, cultivars, crosses, labels to work
        with. A plant or a line of a count can bear any of them; they stand in their genus and family in
        lists, sums and exports, and nothing is weighed for them.
      </p>
      <div className={clsx(kitCss.row, surveyCss.row)}>
        <TextField label="Search" type="search" value={wanted} onChange={(e) => setWanted(e.target.value)} />
        <TextField
          label="Add a name"
          value={fresh}
          onChange={(e) => setFresh(e.target.value)}
          placeholder="Ginkgo biloba"
        />
        {data.some(({ name }) => name.away) && (
          <FormControlLabel
            control={<Switch checked={away} onChange={(_, on) => setAway(on)} />}
            label="Show those taken off"
          />
        )}
      </div>
      {fresh.trim() !== '' && <InWords text={fresh} onTake={() => setFresh('')} />}
      {shown.length === 0 ? (
        <p className={kitCss.soft}>
          {data.length === 0
            ? 'No name in words yet. Write one here, or where a plant gets its name: what stands on no list is kept so after one question.'
            : 'No name is called so.'}
        </p>
      ) : (
        <table className={clsx(surveyCss.countTable, namesCss.namesList)}>
          <thead>
            <tr>
              <th>Name</th>
              <th>Kind</th>
              <th>Family</th>
              <th>Records</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {shown.map((n) => (
              <Entry key={n.name.id} of={n} />
            ))}
          </tbody>
        </table>
      )}
      <BringInNames />
    </section>
  )
}

function Entry({ of: entry }: { of: SurveyNameView }) {
  const { name, inGuide, becameName } = entry
  const mayReview = useSession().data?.mayReview
  const [doing, setDoing] = useState<'change' | 'rename' | null>(null)
  const remove = useRemoveName()
  const close = () => setDoing(null)
  const about = [
    name.content.commonNames.join(', '),
    name.content.synonyms.length > 0 && `also ${name.content.synonyms.join(', ')}`,
    name.content.status !== 'unknown' && name.content.status,
    name.content.sensitive && 'sensitive',
    name.content.note,
  ].filter(Boolean)
  return (
    <>
      <tr className={name.away ? namesCss.namesAway : undefined}>
        <td>
          <TaxonText name={name.name} family={name.rank === 'family' || name.rank === 'unranked'} />{' '}
          <small>{name.content.author}</small>
          {about.length > 0 && <div className={kitCss.soft}>{about.join(' · ')}</div>}
          {becameName !== '' && (
            <div>
              became <TaxonText name={becameName} />
            </div>
          )}
          {inGuide && !name.away && <div>The guide has this name by now.</div>}
          <ProblemNote error={remove.error} />
        </td>
        <td>{kindWords[name.kind]}</td>
        <td>{name.family}</td>
        <td>{name.records}</td>
        <td className={kitCss.noPrint}>
          {!name.away && (
            <Button size="small" onClick={() => setDoing(doing === 'change' ? null : 'change')}>
              Change …
            </Button>
          )}
          {mayReview && !name.away && (
            <Button size="small" onClick={() => setDoing(doing === 'rename' ? null : 'rename')}>
              Give another name …
            </Button>
          )}
          {mayReview && (name.away || name.records === 0) && (
            <Button
              size="small"
              color="inherit"
              onClick={() =>
                remove.mutate(
                  { name: name.id, back: !!name.away },
                  {
                    onSuccess: () =>
                      said.say({
                        text: `${name.name} was ${name.away ? 'put back' : 'deleted'}`,
                        undo: () => remove.mutate({ name: name.id, back: !name.away }),
                      }),
                  },
                )
              }
            >
              {name.away ? 'Put it back' : 'Delete'}
            </Button>
          )}
        </td>
      </tr>
      {doing !== null && (
        <tr>
          <td colSpan={5}>
            {doing === 'change' ? (
              <NameForm of={name} onDone={close} />
            ) : (
              <RenameForm of={name} proposed={inGuide?.id ?? null} onDone={close} />
            )}
          </td>
        </tr>
      )}
    </>
  )
}

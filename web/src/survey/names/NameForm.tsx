import { clsx } from 'clsx'
import { Button, FormControlLabel, MenuItem, Switch, TextField } from '@mui/material'
import { useState } from 'react'
import type { SurveyName } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { useNameHistory, useSetName } from './nameQueries'
import kitCss from '../../kit/kit.module.css'
import surveyCss from '../survey.module.css'
import namesCss from './names.module.css'

const several = (text: string) =>
  text
    .split(';')
    .map((t) => t.trim())
    .filter(Boolean)

/** Says anew what is known of a name in words, with what was said before. */
export function NameForm({ of: name, onDone }: { of: SurveyName; onDone: () => void }) {
  const set = useSetName(name.id)
  const history = useNameHistory(name.id).data
  const [content, setContent] = useState(name.content)
  const [family, setFamily] = useState(name.family)
  const [common, setCommon] = useState(name.content.commonNames.join('; '))
  const [synonyms, setSynonyms] = useState(name.content.synonyms.join('; '))
  const change = (part: Partial<SurveyName['content']>) => setContent({ ...content, ...part })
  return (
    <form
      className={namesCss.namesForm}
      aria-label={`What is known of ${name.name}`}
      onSubmit={(e) => {
        e.preventDefault()
        set.mutate(
          {
            content: { ...content, commonNames: several(common), synonyms: several(synonyms) },
            family: family === name.family ? null : family,
            expected: name.revision ?? 0,
          },
          { onSuccess: onDone },
        )
      }}
    >
      <div className={clsx(kitCss.row, surveyCss.row)}>
        <TextField
          label="Author"
          value={content.author}
          onChange={(e) => change({ author: e.target.value })}
        />
        <TextField
          label="Family"
          value={family}
          disabled={name.rank === 'family'}
          onChange={(e) => setFamily(e.target.value)}
        />
        <TextField
          select
          label="Here it is"
          value={content.status}
          onChange={(e) => change({ status: e.target.value as typeof content.status })}
          sx={{ minWidth: 130 }}
        >
          <MenuItem value="unknown">not known</MenuItem>
          <MenuItem value="native">native</MenuItem>
          <MenuItem value="introduced">introduced</MenuItem>
        </TextField>
      </div>
      <TextField
        label="Common names, with ; between them"
        value={common}
        onChange={(e) => setCommon(e.target.value)}
      />
      <TextField
        label="Other names it goes by, with ; between them"
        value={synonyms}
        onChange={(e) => setSynonyms(e.target.value)}
      />
      <TextField
        label="Note"
        multiline
        value={content.note}
        onChange={(e) => change({ note: e.target.value })}
      />
      <FormControlLabel
        control={
          <Switch checked={content.sensitive ?? false} onChange={(_, on) => change({ sensitive: on })} />
        }
        label="Sensitive: exact places only for those trusted with them"
      />
      <ProblemNote error={set.error} />
      <div className={clsx(kitCss.row, surveyCss.row)}>
        <Button type="submit" variant="contained" disabled={set.isPending}>
          Keep
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
      {history && history.length > 0 && (
        <details>
          <summary>Said before</summary>
          <ul>
            {history.map((h) => (
              <li key={h.at}>
                {new Date(h.at).toLocaleString()}, {h.by}: {told(h.before, h.after)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </form>
  )
}

/** What one change of a name changed, part by part. */
function told(before: SurveyName['content'], after: SurveyName['content']) {
  const parts: [string, string, string][] = [
    ['author', before.author, after.author],
    ['status', before.status, after.status],
    ['common names', before.commonNames.join(', '), after.commonNames.join(', ')],
    ['other names', before.synonyms.join(', '), after.synonyms.join(', ')],
    ['note', before.note, after.note],
    ['sensitive', before.sensitive ? 'yes' : 'no', after.sensitive ? 'yes' : 'no'],
  ]
  const changed = parts.filter(([, was, is]) => was !== is)
  return changed.length === 0
    ? 'the family'
    : changed.map(([what, was, is]) => `${what} from “${was}” to “${is}”`).join('; ')
}

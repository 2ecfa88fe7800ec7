import { Button, TextField } from '@mui/material'
import { useMutation } from '@tanstack/react-query'
import { useRef } from 'react'
import { answer, api } from '../../api/client'
import type { ReadFault } from '../../api/types'
import { Empty } from '../../kit/Empty'
import { ProblemNote } from '../../kit/ProblemNote'
import { saveFile } from '../../kit/saveFile'
import { useDraft } from '../../kit/useDraft'
import { ViewTitle } from '../../kit/ViewTitle'
import kitCss from '../../kit/kit.module.css'
import { example } from './example'
import { ReadTextView } from './ReadTextView'
import textsCss from './texts.module.css'

/** Keys and descriptions pasted, read at once, mended where they are faulty, and taken away as a guide. */
export function TextsPage() {
  const [text, setText] = useDraft('guide-text')
  const [title, setTitle] = useDraft('guide-title')
  const field = useRef<HTMLTextAreaElement>(null)
  const reading = useMutation({
    mutationFn: (read: string) => answer(api.POST('/api/guide/texts', { body: { title, text: read } })),
  })
  const saving = useMutation({
    mutationFn: () => answer(api.POST('/api/guide/texts.zip', { body: { title, text }, parseAs: 'blob' })),
    onSuccess: (zip) => saveFile(zip as unknown as Blob, `${title || 'own guide'}.zip`),
  })
  const read = (next: string) => {
    setText(next)
    reading.mutate(next)
  }
  const show = (fault: ReadFault) => {
    const at = field.current
    if (!at || fault.line === null) return
    const lines = text.split('\n')
    const from = lines.slice(0, fault.line - 1).join('\n').length + (fault.line > 1 ? 1 : 0)
    at.focus()
    at.setSelectionRange(from, from + (lines[fault.line - 1]?.length ?? 0))
    // A field does not bring what is selected into view by itself.
    at.scrollTop = (at.scrollHeight / lines.length) * Math.max(0, fault.line - 4)
  }
  const made = reading.data?.made
  const assumed = reading.data?.assumed ?? []
  return (
    <main className={textsCss.texts}>
      <ViewTitle>A guide from a text</ViewTitle>
      <p className={kitCss.soft}>
        Paste a key, or the description of a plant under its name. Several stand apart by a line of three
        hyphens. What is understood is underlined; what is not stays as printed, and can still be walked.
      </p>
      <div className={textsCss.sides}>
        <section aria-label="The text" className={textsCss.typed}>
          <textarea
            ref={field}
            aria-label="Keys and descriptions"
            value={text}
            spellCheck={false}
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) reading.mutate(text)
            }}
            onPaste={(e) => {
              // What stands in the field after the paste is read at once.
              const at = e.currentTarget
              window.setTimeout(() => reading.mutate(at.value))
            }}
            onDrop={(e) => {
              const file = e.dataTransfer.files[0]
              if (file) {
                e.preventDefault()
                void file.text().then(read)
              }
            }}
          />
          <div className={kitCss.row}>
            <Button variant="contained" disabled={!text.trim()} onClick={() => reading.mutate(text)}>
              Read it
            </Button>
            <Button disabled={!text} onClick={() => read('')}>
              Empty the field
            </Button>
          </div>
        </section>
        <section aria-label="What was read" className={textsCss.read} aria-busy={reading.isPending}>
          <ProblemNote error={reading.error ?? saving.error} />
          {!text.trim() && (
            <Empty says="What comes out: the steps as they were read, what is wrong with them, and a guide you can start Garten with.">
              <Button variant="outlined" onClick={() => read(example)}>
                Try it with this example
              </Button>
            </Empty>
          )}
          {text.trim() && made && (
            <div className={textsCss.made}>
              <p aria-live="polite">{made}</p>
              {assumed.length > 0 && (
                <details>
                  <summary>What was assumed: {assumed.length}</summary>
                  {assumed.map((a) => (
                    <p key={a} className={kitCss.soft}>
                      {a}
                    </p>
                  ))}
                </details>
              )}
              <div className={kitCss.row}>
                <TextField
                  label="Title of the guide"
                  value={title}
                  onChange={(e) => setTitle(e.target.value)}
                />
                <Button variant="contained" disabled={saving.isPending} onClick={() => saving.mutate()}>
                  Save the guide
                </Button>
              </div>
              <p className={kitCss.soft}>
                Garten works with it when started as{' '}
                <code>./garten start --guide FILE.zip --data FOLDER</code>.
              </p>
            </div>
          )}
          {text.trim() && reading.data?.texts.map((t, i) => <ReadTextView key={i} read={t} onShow={show} />)}
        </section>
      </div>
    </main>
  )
}

interface Props {
  /** What is chosen between, for those who hear the page. */
  label: string
  tabs: readonly { id: string | null; label: string }[]
  chosen: string | null
  onChoose: (id: string | null) => void
}

/** The parts of a view, one shown at a time: `<ViewTabs label="Season" tabs={tabs} chosen={what} onChoose={go} />`. */
export function ViewTabs({ label, tabs, chosen, onChoose }: Props) {
  return (
    <div className="features-organs view-tabs no-print" role="tablist" aria-label={label}>
      {tabs.map((t) => (
        <button
          key={t.label}
          type="button"
          role="tab"
          aria-selected={chosen === t.id}
          onClick={() => onChoose(t.id)}
        >
          {t.label}
        </button>
      ))}
    </div>
  )
}

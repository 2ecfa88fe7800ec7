/** What each change is called in a line, by where it is sent. */
const words: Record<string, string> = {
  'POST /api/plants': 'A plant is added',
  'PUT /api/plants/{plant}': 'A plant is corrected',
  'POST /api/plants/{plant}/removal': 'A plant is deleted',
  'POST /api/plants/{plant}/return': 'A plant is brought back',
  'POST /api/plants/{plant}/merge': 'Two plants are made one',
  'POST /api/plants/{plant}/undo': 'The last step is undone',
  'POST /api/plants/{plant}/redo': 'A step is done again',
  'POST /api/plants/{plant}/walk': 'A choice in the key',
  'POST /api/plants/{plant}/grade': 'The grade is set',
  'PUT /api/plants/{plant}/position': 'Where it stands',
  'PUT /api/plants/{plant}/landmarks': 'Landmarks',
  'PUT /api/plants/{plant}/population': 'A population counted',
  'POST /api/plants/{plant}/threats': 'A threat',
  'PUT /api/threats/{threat}': 'A threat is changed',
  'POST /api/plants/{plant}/vouchers': 'A specimen',
  'PUT /api/plants/{plant}/colony/{other}': 'Said to be of one colony',
  'DELETE /api/plants/{plant}/colony/{other}': 'No longer of one colony',
  'POST /api/plants/{plant}/visits': 'A visit',
  'PUT /api/plants/{plant}/visits/{visit}': 'A visit is corrected',
  'POST /api/plants/{plant}/visits/{visit}/move': 'A visit goes to another plant',
  'POST /api/plants/{plant}/visits/{visit}/removal': 'A visit is deleted',
  'POST /api/plants/{plant}/visits/{visit}/return': 'A visit is brought back',
  'PUT /api/plants/{plant}/visits/{visit}/features/{character}': 'A feature',
  'DELETE /api/plants/{plant}/visits/{visit}/features/{character}': 'A feature is taken back',
  'POST /api/plants/{plant}/visits/{visit}/pictures': 'A picture',
  'PUT /api/plants/{plant}/visits/{visit}/pictures/{photo}': 'What a picture shows',
  'POST /api/plants/{plant}/visits/{visit}/pictures/{photo}/removal': 'A picture is taken off',
  'POST /api/plants/{plant}/visits/{visit}/pictures/{photo}/return': 'A picture is brought back',
  'POST /api/plants/{plant}/determinations': 'A name is given',
  'POST /api/plants/{plant}/determinations/{determination}/reviews': 'A word on a name',
  'POST /api/plants/{plant}/determinations/{name}/withdrawal': 'A name is withdrawn',
  'POST /api/plants/{plant}/determinations/{name}/return': 'A name stands again',
  'POST /api/counts': 'A count is begun',
  'PUT /api/counts/{sheet}': 'A count is changed',
  'POST /api/counts/{id}/removal': 'A count is deleted',
  'POST /api/counts/{id}/return': 'A count is brought back',
  'POST /api/counts/{sheet}/lines': 'A line of a count',
  'PUT /api/count-lines/{line}': 'A line of a count is changed',
  'DELETE /api/count-lines/{line}': 'A line of a count is taken out',
  'POST /api/count-lines/{line}/back': 'A line of a count is brought back',
  'POST /api/count-lines/{line}/one-more': 'One more is counted',
  'POST /api/sites': 'A site',
  'PUT /api/sites/{id}': 'A site is changed',
  'POST /api/sites/{id}/removal': 'A site is deleted',
  'POST /api/sites/{id}/return': 'A site is brought back',
  'POST /api/places': 'A place',
  'PUT /api/places/{place}': 'A place is changed',
  'DELETE /api/places/{place}': 'A place is deleted',
  'POST /api/places/{place}/back': 'A place is brought back',
  'POST /api/names/checklist': 'A list of names',
  'POST /api/names/{name}/records': 'Records go to another name',
  'PUT /api/photos/{id}': 'The file of a picture',
  'POST /api/photos/{id}/uses': 'What was measured in a photograph',
  'PUT /api/people/{person}/name': 'A person is called otherwise',
  'POST /api/names': 'A name in words',
  'PUT /api/names/{name}': 'A name in words is changed',
  'DELETE /api/names/{name}': 'A name in words is taken out',
  'POST /api/names/{name}/back': 'A name in words is brought back',
}

/** A change in words: `wordsOf('POST', '/api/plants')`. */
export const wordsOf = (method: string, pattern: string) =>
  words[`${method} ${pattern}`] ?? `A change: ${pattern.replace('/api/', '')}`

/** Whether a change is one that the page itself could send: of a known kind, to an address of that kind. */
export const isKnown = (method: string, pattern: string, address: string) =>
  `${method} ${pattern}` in words &&
  new RegExp(`^${pattern.replaceAll(/\{\w+\}/g, '[^/?]+')}([?].*)?$`).test(address)

/** The plant a change is made to, by its id; null where it is none, or a new one. */
export const plantOf = (address: string) => /^[/]api[/]plants[/]([0-9a-f-]{36})/.exec(address)?.[1] ?? null

/** The feature a change records, by the guide's word for it; null where it is none. */
export const characterOf = (address: string) => /[/]features[/]([^/?]+)/.exec(address)?.[1] ?? null

/** The name of the file a change sends, as the camera gave it; null where it sends none. */
export const fileOf = (address: string) =>
  address.startsWith('/api/photos/') ? new URLSearchParams(address.split('?')[1]).get('name') : null

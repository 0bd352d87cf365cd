import { drawnIn, type LaterLayer } from '#core/batch/index.ts'
import { layerMarks, timedEvents, type Sitting } from '#core/runsheet/index.ts'
import type { UnitChoice } from '#core/units/index.ts'
import { dateOf } from '#app/components/when.ts'
import { sittingSoFar, useSettings, useSittingPlan } from '#app/platform/queries.ts'
import type { BatchStory } from '#app/platform/stories.ts'
import { titlesOf } from './markWords.ts'
import { Replay } from './Replay.tsx'

interface LayerRunsProps {
  readonly story: BatchStory
  readonly units: UnitChoice
}

/** The runs of the layers that inks and white went into, each by its own clock. */
export function LayerRuns({ story, units }: LayerRunsProps) {
  const { pour, batch } = story
  if (pour.stage !== 'running') return null
  return batch.request.layers.map((layer) => {
    const sitting = pour.sittings[layer.id]
    if (drawnIn(layer) === null || sitting?.stage !== 'running') return null
    return <LayerRun key={layer.id} story={story} units={units} layer={layer} sitting={sitting} pour={pour} />
  })
}

interface LayerRunProps extends LayerRunsProps {
  readonly layer: LaterLayer
  readonly sitting: Extract<Sitting, { stage: 'running' }>
  readonly pour: Extract<BatchStory['pour'], { stage: 'running' }>
}

function LayerRun({ story, units, layer, sitting, pour }: LayerRunProps) {
  const { school } = useSettings()
  const planned = useSittingPlan(story.batch.request, layer.id, sittingSoFar(pour, layer.id, sitting))
  const own = planned.data?.pour
  if (!own) return <p className="sheet">Working out the run of the {layer.name} …</p>
  const { plan, bands } = own.live
  const id = `run-${layer.id}`
  return (
    <section className="sheet" aria-labelledby={id} data-layer-run={layer.id}>
      <h2 id={id} className="mb-2 text-xl">
        The run of the {layer.name}, {dateOf(sitting.stopStirAtMs)}
      </h2>
      <Replay
        plan={plan}
        bands={bands}
        marks={layerMarks(timedEvents(story.events), layer.id, plan.steps)}
        layers={[]}
        request={own.request}
        titleOf={titlesOf(own.request)}
        units={units}
        school={school}
        of={layer.name}
      />
    </section>
  )
}

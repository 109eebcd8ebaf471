<script setup lang="ts">
import { autocompletion, completionKeymap, type CompletionContext } from '@codemirror/autocomplete'
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands'
import { Annotation, Compartment, EditorState, StateEffect, StateField } from '@codemirror/state'
import {
  Decoration,
  EditorView,
  keymap,
  MatchDecorator,
  ViewPlugin,
  type DecorationSet,
  type ViewUpdate,
} from '@codemirror/view'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { RuleTextFault } from '@/api/types'
import { offeredAfter, type KnownNames } from './ruleWords'

/** A rule's text with what may come next offered, and what is at fault marked in its place. */
const props = defineProps<{
  label: string
  describedBy?: string
  fault: RuleTextFault | null
  names: KnownNames
}>()
const text = defineModel<string>({ required: true })
const emit = defineEmits<{ typed: []; left: []; take: [] }>()

const box = ref<HTMLElement>()
let view: EditorView | null = null

/** A change that came with the model, and is told to nobody again. */
const fromModel = Annotation.define<boolean>()

const setFault = StateEffect.define<{ from: number; to: number } | null>()
const faultMark = Decoration.mark({ class: 'cm-fault' })
const faultField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(marks, { changes, effects }) {
    const set = effects.find((e) => e.is(setFault))
    if (!set) return marks.map(changes)
    const place = set.value as { from: number; to: number } | null
    return place ? Decoration.set([faultMark.range(place.from, place.to)]) : Decoration.none
  },
  provide: (field) => EditorView.decorations.from(field),
})

/** Names and numbers stand out from the words of the language. */
const matcher = new MatchDecorator({
  regexp: /"(?:\\.|[^"\\\n])*"|\b\d[\d.]*\s*(?:s|min|h)\b/g,
  decoration: ([found]) => Decoration.mark({ class: found.startsWith('"') ? 'cm-name' : 'cm-time' }),
})
const looks = ViewPlugin.fromClass(
  class {
    marks: DecorationSet
    constructor(of: EditorView) {
      this.marks = matcher.createDeco(of)
    }
    update(update: ViewUpdate) {
      this.marks = matcher.updateDeco(update, this.marks)
    }
  },
  { decorations: (plugin) => plugin.marks },
)

function offer(context: CompletionContext) {
  const { from, words } = offeredAfter(context.state.sliceDoc(0, context.pos), props.names)
  if (words.length === 0 || (from === context.pos && !context.explicit && !isAfterSpace(context))) return null
  return { from, options: words.map((label) => ({ label })), filter: false }
}
const isAfterSpace = ({ state, pos }: CompletionContext) => /\s/.test(state.sliceDoc(pos - 1, pos))

const attributes = new Compartment()
const attributesNow = () =>
  EditorView.contentAttributes.of({
    'aria-label': props.label,
    'aria-invalid': String(props.fault !== null),
    spellcheck: 'false',
    autocorrect: 'off',
    autocapitalize: 'off',
    ...(props.describedBy ? { 'aria-describedby': props.describedBy } : {}),
  })

onMounted(() => {
  view = new EditorView({
    parent: box.value!,
    state: EditorState.create({
      doc: text.value,
      extensions: [
        history(),
        keymap.of([
          { key: 'Ctrl-Enter', run: () => (emit('take'), true) },
          ...completionKeymap,
          ...defaultKeymap,
          ...historyKeymap,
        ]),
        autocompletion({ override: [offer], icons: false }),
        EditorView.lineWrapping,
        attributes.of(attributesNow()),
        faultField,
        looks,
        EditorView.updateListener.of((update) => {
          if (!update.docChanged || update.transactions.some((t) => t.annotation(fromModel))) return
          text.value = update.state.doc.toString()
          emit('typed')
        }),
        EditorView.domEventHandlers({ blur: () => emit('left') }),
      ],
    }),
  })
})
onBeforeUnmount(() => view?.destroy())

watch(text, (now) => {
  if (!view || now === view.state.doc.toString()) return
  view.dispatch({
    changes: { from: 0, to: view.state.doc.length, insert: now },
    annotations: fromModel.of(true),
  })
})

/** Where a fault stands in the text; at its end, where nothing stands there. */
function placeOf({ line, column, length }: RuleTextFault) {
  const { doc } = view!.state
  const start = Math.min(doc.line(Math.min(line, doc.lines)).from + column - 1, doc.length)
  return { from: start, to: Math.min(start + length, doc.length) }
}
watch(
  () => [props.fault, props.describedBy],
  () => {
    if (!view) return
    const place = props.fault && placeOf(props.fault)
    view.dispatch({
      effects: [
        setFault.of(place && place.to > place.from ? place : null),
        attributes.reconfigure(attributesNow()),
      ],
    })
  },
)

/** Selects what is at fault. */
function goToFault() {
  if (!view || !props.fault) return
  const { from, to } = placeOf(props.fault)
  view.focus()
  view.dispatch({ selection: { anchor: from, head: to }, scrollIntoView: true })
}
defineExpose({ goToFault })
</script>

<template>
  <div ref="box" class="field figures rule-editor w-full" />
</template>

<style>
.rule-editor {
  padding: 0;
}
.rule-editor .cm-editor {
  min-height: 8.5rem;
}
.rule-editor .cm-editor.cm-focused {
  outline: 2px solid var(--color-moss);
}
.rule-editor .cm-scroller {
  font-family: inherit;
  line-height: 1.5;
}
.rule-editor .cm-content {
  caret-color: var(--color-ink);
  padding: 0.5rem 0.25rem;
}
.rule-editor .cm-cursor {
  border-left-color: var(--color-ink);
}
.rule-editor .cm-name {
  color: var(--color-moss);
}
.rule-editor .cm-time {
  font-weight: 700;
}
.rule-editor .cm-fault {
  background: var(--color-clay-wash);
  color: var(--color-clay);
  text-decoration: underline wavy;
}
.rule-editor .cm-tooltip {
  background: var(--color-sheet);
  border: 1px solid var(--color-rule);
}
.rule-editor .cm-tooltip.cm-tooltip-autocomplete > ul {
  font-family: inherit;
}
.rule-editor .cm-tooltip.cm-tooltip-autocomplete > ul > li[aria-selected] {
  background: var(--color-moss);
  color: var(--color-on-moss);
}
@media (max-width: 767px) {
  .rule-editor .cm-tooltip.cm-tooltip-autocomplete > ul > li {
    min-height: 2.75rem;
    display: flex;
    align-items: center;
  }
}
</style>

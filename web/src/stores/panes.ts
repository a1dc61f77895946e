import { useLocalStorage, useMediaQuery } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import { layoutOf, type Piece, pieces, piecesOf, withoutFolded } from '../workspace/frame/layouts.ts';
import { useSelection } from './selection.ts';

/** Which panes are folded away, by stage: the user's, kept on this device. */
export const usePanes = defineStore('panes', () => {
  const selection = useSelection();
  const isUpright = useMediaQuery('(max-width: 1023px)');
  const folded = useLocalStorage<Record<string, boolean>>('fieldchalk.folded', {});
  const layout = computed(() => layoutOf(selection.stage, isUpright.value));
  const keyOf = (piece: Piece) => `${selection.stage} ${piece}`;
  const isFolded = (piece: Piece): boolean =>
    folded.value[keyOf(piece)] ?? piecesOf(layout.value).some((p) => p.piece === piece && p.isFolded);
  return {
    isUpright,
    /** The panes of the stage as they are shown; null while all are folded away. */
    shown: computed(() => withoutFolded(layout.value, isFolded)),
    /** The panes that the stage has, and whether each is shown. */
    list: computed(() =>
      piecesOf(layout.value).map(({ piece }) => ({ piece, says: pieces[piece], isShown: !isFolded(piece) })),
    ),
    toggle(piece: Piece): void {
      folded.value = { ...folded.value, [keyOf(piece)]: !isFolded(piece) };
    },
  };
});

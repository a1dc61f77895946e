import { namesOf } from '@fieldchalk/core';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useSession } from '../stores/session.ts';
import { roomChoices } from '../workspace/names.ts';

/** A list of a job, of all its rooms or of one: takes the room from the address where that names one. */
export function useRoomAsked() {
  const session = useSession();
  const { room: asked } = useRoute().query;
  return {
    session,
    /** Empty for all rooms. */
    room: ref(typeof asked === 'string' ? asked : ''),
    rooms: computed(() => roomChoices(session.opened, 'all rooms')),
    names: computed(() => namesOf(session.opened)),
  };
}

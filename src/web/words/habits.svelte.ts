export const days = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday'] as const;

/** How the user writes times and begins a week. */
export const habits = $state<{ twelveHours: boolean; weekStart: (typeof days)[number] }>({
  twelveHours: false,
  weekStart: 'monday',
});

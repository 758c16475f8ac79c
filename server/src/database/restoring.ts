/** A table that says that somebody is putting a backup in: a database that has it is not whole. */
export const restoring = 'zucchini_restoring';

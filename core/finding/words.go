package finding

// NotRead is the problem of an entry that is nothing of what was wanted.
const NotRead = "This could not be read."

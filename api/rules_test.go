package api

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// Every operation has its rule, and no rule stands for an operation that is gone.
func TestEveryRuleStandsForAnOperation(t *testing.T) {
	t.Parallel()
	_, a := New(nil, Options{})
	there := map[string]bool{}
	for _, item := range a.OpenAPI().Paths {
		for _, op := range operationsOf(item) {
			there[op.OperationID] = true
			require.Contains(t, rules, op.OperationID)
		}
	}
	for id := range rules {
		require.True(t, there[id], "%s is a rule for nothing", id)
	}
}

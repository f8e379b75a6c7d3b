package people_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/people"
)

// What each role may, written out by hand: owner all but an approval, which is another's.
func TestEachRoleMayWhatItIsFor(t *testing.T) {
	deeds := []people.Deed{people.Look, people.Note, people.Plan, people.Remark, people.Approve, people.Own}
	for role, may := range map[people.Role]string{people.Owner: "yyyy-y", people.Maker: "yyyy--",
		people.Helper: "yy----", people.Reviewer: "y--yy-", people.Guest: "y-----", "stranger": "------"} {
		for i, d := range deeds {
			require.Equal(t, may[i] == 'y', role.May(d), "%s: %s", role, d)
		}
		require.Equal(t, role != "stranger", role.Known())
	}
	require.Len(t, people.Roles(), 5)
	require.Equal(t, []people.Role{people.Owner, people.Maker}, people.Who(people.Plan))
}

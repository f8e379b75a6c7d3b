package plan

import (
	"context"
	"slices"
	"strings"

	"graybridge/core/document"
	"graybridge/core/rotary"
	"graybridge/core/site"
)

// converter puts the converter over every motor of a document; the one planned is read
// already. It panics with the context's error where its caller has gone, as every
// stage of a plan may.
func converter(ctx context.Context, d *document.Document, planned *site.Site) *rotary.Shown {
	machines := slices.Clone(d.Machines)
	slices.SortFunc(machines, func(a, b document.Machine) int { // whichever is planned, they stand in one order
		if len(a.ID) != len(b.ID) {
			return len(a.ID) - len(b.ID)
		}
		return strings.Compare(a.ID, b.ID)
	})
	one := d.Machines[0].ID
	var idler *rotary.Member
	others := []rotary.Member{}
	for _, m := range machines {
		member := rotary.Member{ID: m.ID, Name: d.Called(m), Site: planned}
		if m.ID != one {
			member.Site = site.Read(entriesOf(d, &m), rotary.Feed)
		}
		if m.Role == document.Idler && idler == nil {
			idler = &member
		} else {
			others = append(others, member)
		}
	}
	over, err := rotary.Place(ctx, d.Bridge.Rotary, idler, others, one)
	if err != nil {
		panic(err)
	}
	return over
}

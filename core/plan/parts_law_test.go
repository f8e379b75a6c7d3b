package plan_test

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/plan"
	"graybridge/core/stores"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

// Over the corpus, any bridge, with stores that hold a right and a wrong one of everything asked
// for: what is offered does for the part, each part is either there, or priced, or said to be
// without a price, and a length that nobody measured has no price.
func TestPartsOverTheCorpus(t *testing.T) {
	t.Parallel()
	r := rand.New(rand.NewPCG(17, 4))
	cans, cables, wrong, there := 0, 0, 0, 0
	for n, c := range jobtest.Plates(t) {
		if n%2 != 0 || !jobtest.InPart(t, n/2, 3) {
			continue
		}
		d := jobtest.Case(c, r)
		plain := plan.Make(d)
		var lie []stores.StockItem
		put := func(kind stores.Kind, what, price string) {
			lie = append(lie, stores.StockItem{ID: fmt.Sprint(len(lie)), Kind: kind, What: what, Price: price, Count: 9,
				Free: 9})
		}
		for _, b := range plain.Buys {
			if of, ok := strings.CutPrefix(b.What, "Run capacitor "); ok {
				put(stores.Capacitor, "start "+of+" 700 V", "1 €")
				put(stores.Capacitor, of+" 700 V DC", "1 €")
				put(stores.Capacitor, of+" 50 V", "1 €")
			}
		}
		put(stores.Contactor, "500 A AC-1", "1 €")
		put(stores.Contactor, "500 A AC-3", "2.50 €")
		put(stores.Cable, "95 mm²", "7 €")
		put(stores.Cable, "0.1 mm²", "1 €")
		for _, amps := range []string{"6", "10", "13", "15", "16", "20", "25", "32", "40"} {
			put(stores.Breaker, amps+" A", "4 €")
		}
		d.Workshop.Stores = lie
		d.Bridge.Capacitor.Drawer, d.Bridge.Rotary.Drawer = "1", "1" // else the stores are the drawer
		for i, b := range plain.Buys {                               // what is taken is there
			if b.ID == "contactor" && i%2 == 0 {
				lie[len(lie)-1].Taken = []stores.TakenFor{{Machine: plain.Machine, Part: b.ID, Count: b.Count}}
			}
		}
		p := plan.Make(d)
		priced := 0
		for _, b := range p.Buys {
			for _, h := range b.Have {
				require.NotContains(t, h.What, "start", "%s: %s", c.ID, b.What)
				require.NotContains(t, h.What, "DC", "%s: %s", c.ID, b.What)
				require.NotContains(t, h.What, "AC-1", "%s: %s", c.ID, b.What)
				if h.Metres {
					cables++
					require.Equal(t, "95 mm²", h.What, c.ID)
					require.Equal(t, "7 €"+unit.Space+"a metre", b.Price, c.ID)
				}
			}
			if strings.HasPrefix(b.What, "Run capacitor") {
				cans++
			}
			if _, _, ok := unit.Money(b.Price); ok && !b.Own {
				priced++
			}
			if taken := len(b.Have) > 0 && b.Have[0].Taken >= b.Count; taken {
				there++
				require.True(t, b.Own, "%s: %s", c.ID, b.What)
			}
		}
		require.Equal(t, len(p.Buys), p.Parts.There+p.Parts.Unpriced+priced, c.ID)
		require.Equal(t, priced > 0, p.Parts.Total != "", c.ID)
		require.NotContains(t, p.Parts.Total, "7.00", c.ID)
		wrong += len(lie)
	}
	for what, n := range map[string]int{"cans": cans, "cables": cables, "lines": wrong, "there": there} {
		require.Positive(t, n, "the corpus asks for "+what)
	}
}

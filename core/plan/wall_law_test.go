package plan_test

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/core/supply"
	"graybridge/core/table"
	"graybridge/core/unit"
	"graybridge/jobtest"
)

// foundInTheWall is something that may be there, out of the ordinary more often than not.
func foundInTheWall(r *rand.Rand, rules table.Rules) supply.Entry {
	pick := func(all ...string) string { return all[r.IntN(len(all))] }
	e := supply.Entry{Volts: pick("", "228 V", "236 V"), Breaker: pick("", "6 A", "10 A", "16 A", "32 A"),
		FeederSize:   pick("", "1.5 mm²", "2.5 mm²", "6 mm²", "10 mm²"),
		FeederLength: pick("9 m", "60 m", "120 m", "250 m"),
		Earth:        pick("", "none", "2.5 mm²", "6 mm²")}
	if rules == table.NorthAmerica {
		e = supply.Entry{Volts: pick("", "238 V"), Breaker: pick("", "15 A", "20 A", "30 A", "60 A"),
			FeederSize:   pick("", "14 AWG", "12-2", "10-3", "8 AWG", "6 AWG"),
			FeederLength: pick("", "30 ft", "400 ft", "800 ft"),
			Earth:        pick("", "none", "14 AWG", "10 AWG"), Terminals: pick("", "60", "75")}
	}
	e.Loaded = pick("", "", "223 V 20 A")
	e.Cable = []table.Cable{"", table.Conduit, table.Building, table.Cord}[r.IntN(4)]
	e.Air, e.Together = pick("", "", "33 °C", "40 °C", "60 °C"), pick("", "", "2", "3", "20")
	e.Others = pick("", "", "lights 2 A", "saw 9 A\nlights 1.5 A")
	e.Residual = []supply.Residual{"", supply.NoResidual, supply.ResidualAC, supply.ResidualA,
		supply.ResidualB}[r.IntN(5)]
	e.Seen = [][]string{nil, {supply.WhiteLine}, {supply.Shared, supply.OtherColours}, {supply.SeenNothing}}[r.IntN(4)]
	return e
}

func figureOf(all []finding.Figure, id string) float64 {
	for _, f := range all {
		if f.ID == id {
			return f.Value
		}
	}
	return math.NaN()
}

// The chain says what the findings say, is as good as its gravest link, and calls no link
// good that the figures shown beside it break.
func TestTheWallsVerdictIsThatOfItsLinks(t *testing.T) {
	t.Parallel()
	r := rand.New(rand.NewPCG(17, 1))
	seen := map[finding.Grade]int{}
	for i, c := range jobtest.Plates(t) {
		d := jobtest.Case(c, r)
		if i%3 == 1 {
			d.Bridge.Kind = document.KindDrive
		}
		if d.Supply = foundInTheWall(r, d.Workshop.Rules); !jobtest.InPart(t, i/3, 3) {
			continue
		}
		p := plan.Make(d)
		said := func(id string) finding.Grade {
			for _, f := range p.Findings {
				if f.ID == id {
					return f.Grade
				}
			}
			return ""
		}
		for _, chain := range p.Wall {
			seen[chain.Grade]++
			var gravest, weakest finding.Grade
			for _, l := range chain.Links {
				if l.Grade != finding.Open && (gravest == "" || l.Grade.Rank() < gravest.Rank()) {
					gravest = l.Grade
				}
				if l.ID == chain.Weakest {
					weakest = l.Grade
				}
			}
			at := d.Name + " " + chain.Bridge + ": " + chain.Sentence
			if gravest != "" {
				require.Equal(t, gravest, weakest, at)
			}
			require.NotContains(t, chain.Sentence, "NaN", at)
			if !chain.Chosen {
				continue
			}
			require.Equal(t, said(finding.SupplyEarth), map[finding.Grade]finding.Grade{finding.Stop: finding.Stop,
				finding.Caution: finding.Caution}[linkOf(chain, "earth").Grade], at)
			s, _ := supply.Read(d.Supply, d.Workshop.Rules, d.Workshop.Volts, d.Workshop.Hertz)
			unguarded := s.Carried.Amps > 0 && s.Breaker > s.Carried.Breaker
			require.Equal(t, unguarded, said(finding.SupplyWire) == finding.Stop, at)
			require.True(t, !unguarded || linkOf(chain, "wire").Grade == finding.Stop, at)
			run, start := figureOf(p.Supply, "run-amps"), figureOf(p.Supply, "start-amps")
			if math.IsNaN(run) { // no drive is chosen yet: the best of those known stands for it
				continue
			}
			if linkOf(chain, "breaker").Grade == finding.Good {
				require.LessOrEqual(t, run+s.Beside, 0.8*s.Breaker+1e-9, at)
				require.LessOrEqual(t, start+s.Beside, 5*s.Breaker+1e-9, at)
			}
			if linkOf(chain, "wire").Grade == finding.Good {
				base, ok := table.Ampacity(s.Feeder.SquareMM, s.Feeder.AWG)
				require.True(t, ok && d.Supply.Cable != table.Cord && d.Supply.Air != "60 °C", at)
				if d.Supply.Terminals != "75" {
					require.LessOrEqual(t, 1.25*run+s.Beside, base+1e-9, at)
				}
			}
		}
	}
	for _, g := range []finding.Grade{finding.Stop, finding.Caution, finding.Open} {
		require.Greater(t, seen[g], 0, g)
	}
}

func linkOf(c supply.Chain, id string) supply.ChainLink {
	return c.Links[slices.IndexFunc(c.Links, func(l supply.ChainLink) bool { return l.ID == id })]
}

// What is named as the cure of a link cures it: entered as it would then be, the link holds.
func TestTheCureOfALinkCures(t *testing.T) {
	t.Parallel()
	r := rand.New(rand.NewPCG(17, 2))
	cured := map[string]int{}
	for i, c := range jobtest.Plates(t) {
		d := jobtest.Case(c, r)
		if i%3 == 1 {
			d.Bridge.Kind = document.KindDrive
		}
		if d.Supply = foundInTheWall(r, d.Workshop.Rules); !jobtest.InPart(t, i/3, 4) {
			continue
		}
		for _, chain := range plan.Make(d).Wall {
			for _, l := range chain.Links {
				if l.Cure == nil || len(l.Cure.Then) == 0 {
					continue
				}
				after := d.Clone()
				mend(t, &after.Supply, l.Cure.Then)
				at := d.Name + " " + chain.Bridge + " " + l.ID + ": " + l.Text + " " + l.Cure.Text
				for _, other := range plan.Make(after).Wall {
					if other.Bridge != chain.Bridge {
						continue
					}
					got := linkOf(other, l.ID)
					require.Equal(t, finding.Good, got.Grade, "%s → %s", at, got.Text)
					cured[l.ID]++
					if _, wire := l.Cure.Then["supply.feeder_size"]; wire {
						require.NotEqual(t, finding.Stop, linkOf(other, "wire").Grade, at)
					}
				}
			}
		}
	}
	for _, id := range []string{"breaker", "wire", "length", "earth", "residual", "wiring"} {
		require.Greater(t, cured[id], 3, id)
	}
}

func mend(t *testing.T, e *supply.Entry, then map[string]string) {
	for path, value := range then {
		switch path {
		case "supply.others":
			e.Others = value
		case "supply.breaker":
			e.Breaker = value
		case "supply.feeder_size":
			e.FeederSize = value
			if e.Cable == table.Cord {
				e.Cable = table.Conduit
			}
		case "supply.earth":
			e.Earth = value
			if e.Cable == table.Cord { // with its earth, one conductor more
				e.FeederSize = firstOf(e.FeederSize)
			}
		case "supply.residual":
			e.Residual = supply.Residual(value)
		case "supply.seen":
			e.Seen = []string{value}
		default:
			t.Fatalf("no cure touches %s", path)
		}
	}
}

// firstOf is the size alone of what is printed on a cable.
func firstOf(size string) string {
	s, _ := supply.Read(supply.Entry{FeederSize: size}, table.Metric, 230, 50)
	if s.Feeder == (unit.Conductor{}) {
		return size
	}
	return s.Feeder.String()
}

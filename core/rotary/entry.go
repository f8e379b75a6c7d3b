package rotary

import (
	"fmt"
	"slices"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/openfile"
	"graybridge/core/unit"
)

// StartBy is how the idler is brought up to speed.
type StartBy string

// The ways to start an idler.
const (
	ByRope   StartBy = "rope"
	ByPony   StartBy = "pony"
	ByButton StartBy = "button" // a start capacitor from L1 to L3, held by hand
	ByRelay  StartBy = "relay"  // the same, by a potential relay
)

// ByCapacitor says that a start capacitor brings it up.
func (s StartBy) ByCapacitor() bool { return s == ByButton || s == ByRelay }

// Way is the way the idler is spun; it makes the sequence of the whole shop.
type Way string

// The ways.
const (
	Forward  Way = "forward"
	Backward Way = "backward"
)

// Joins is how the balance cans come in.
type Joins string

// The ways to join the cans.
const (
	ByContactor Joins = "contactor" // once the idler is up
	Fixed       Joins = "fixed"     // they stay in
)

// Controls is what feeds the coils of contactors, lamps and other controls.
type Controls string

// The places that controls may be fed from.
const (
	OnLines   Controls = "l1-l2"
	OnMadeLeg Controls = "made-leg"
)

// Entry is the converter as it is or will be.
type Entry struct {
	L13      string   `json:"l1_l3_microfarad,omitempty" example:"174 µF" label:"cans L1-L3" device:"cans L1-L3"`
	L23      string   `json:"l2_l3_microfarad,omitempty" example:"19 µF" label:"cans L2-L3" device:"cans L2-L3"`
	Drawer   string   `json:"drawer,omitempty" example:"2×70, 50, 2×30, 20" doc:"µF on hand, for either bank"`
	Spares   string   `json:"spares,omitempty" entry:"lines" maxLength:"2000" example:"5 HP 1750 rpm"`
	Spun     Way      `json:"spun,omitempty" enum:"forward,backward" doc:"the way the idler is spun, by the mark on it"`
	StartBy  StartBy  `json:"start_by,omitempty" enum:"rope,pony,button,relay"`
	Start    string   `json:"start_microfarad,omitempty" example:"400 µF" label:"start capacitor" device:"start capacitor"`
	Cans     Joins    `json:"cans_join,omitempty" enum:"contactor,fixed" doc:"once it is up, or they stay in"`
	Controls Controls `json:"controls,omitempty" enum:"l1-l2,made-leg" doc:"what coils and lamps are fed from"`
	Neutral  string   `json:"neutral,omitempty" enum:"yes" doc:"something is fed between the made line and a neutral"`
	DropsOut string   `json:"drops_out,omitempty" enum:"yes" label:"all drop out" doc:"with the idler"`
	Marked   string   `json:"marked,omitempty" enum:"yes" doc:"the made line is marked all through the shop"`
	Turning  []string `json:"reversing,omitempty" nullable:"false" maxItems:"24" doc:"m3:switch or m3:contactors"`
	Readings string   `json:"readings,omitempty" by:"hand" entry:"lines" maxLength:"4000" example:"idle; 240 252 248 V"`
	Apart    []string `json:"apart,omitempty" nullable:"false" maxItems:"66" label:"kept apart" doc:"m2+m3"`
}

// Check refuses pairs that name no two machines.
func (e *Entry) Check() (bad openfile.Problems) {
	for _, pair := range e.Apart {
		if a, b, ok := strings.Cut(pair, "+"); !ok || a == "" || b == "" || a == b || strings.Contains(b, "+") {
			bad = append(
				bad,
				openfile.Problem{
					Path:   "apart",
					Found:  fmt.Sprintf("%q", pair),
					Wanted: "two machines' ids, like m2+m3",
				},
			)
		}
	}
	for _, one := range e.Turning {
		if id, by, _ := strings.Cut(one, ":"); id == "" || by != TurnedBySwitch && by != TurnedByContactors {
			bad = append(
				bad,
				openfile.Problem{
					Path:   "reversing",
					Found:  fmt.Sprintf("%q", one),
					Wanted: "a machine's id and how, like m3:switch or m3:contactors",
				},
			)
		}
	}
	return bad
}

// How a machine is turned round in daily use.
const (
	TurnedBySwitch     = "switch"     // three poles, centre off, two crossed
	TurnedByContactors = "contactors" // a pair, interlocked by parts and by contacts
)

// turned is how a machine is turned round; empty where it is not.
func (e *Entry) turned(id string) string {
	for _, one := range e.Turning {
		if whose, by, _ := strings.Cut(one, ":"); whose == id {
			return by
		}
	}
	return ""
}

// Pair writes two machines as they stand in Apart.
func Pair(a, b string) string {
	if b < a {
		a, b = b, a
	}
	return a + "+" + b
}

// apart says that two machines never run together.
func (e *Entry) apart(a, b string) bool { return slices.Contains(e.Apart, Pair(a, b)) }

// mostCans is how many cans of a drawer are looked through.
const mostCans = 24

// read reads what was typed of the banks.
func (o *Read) read() {
	one := func(field, typed string, into *float64) bool {
		if typed == "" {
			return false
		}
		uf, ok, err := unit.Microfarads.One(typed)
		r := finding.Reading{Path: "rotary." + field, Typed: typed}
		if err != nil || !ok {
			r.Problem, r.Wanted = finding.NotRead, unit.Wanted(err, "one number of µF, like 50")
		} else {
			*into, r.ReadAs = uf, unit.Plain(uf)+unit.Space+"µF"
		}
		o.Readings = append(o.Readings, r)
		return r.Problem == ""
	}
	first := one("l1_l3_microfarad", o.As.L13, &o.Entered.L13)
	second := one("l2_l3_microfarad", o.As.L23, &o.Entered.L23)
	o.Chosen = first || second
	one("start_microfarad", o.As.Start, &o.StartEntered)
	var rounds []finding.Reading
	o.Rounds, rounds = ReadRounds(o.As.Readings)
	o.Readings = append(o.Readings, rounds...)
	if o.As.Drawer == "" {
		return
	}
	cans, err := unit.Microfarads.Each(o.As.Drawer, mostCans)
	texts := make([]string, len(cans))
	for i, c := range cans {
		texts[i] = unit.Plain(c)
	}
	r := finding.Reading{
		Path:   "rotary.drawer",
		Typed:  o.As.Drawer,
		ReadAs: strings.Join(texts, ", ") + unit.Space + "µF",
	}
	if err != nil {
		r.ReadAs, r.Problem, r.Wanted = "", finding.NotRead, fmt.Sprintf(
			"a list like 40, 12, 2×30 (at most %d)",
			mostCans,
		)
	}
	o.Drawer = cans
	o.Readings = append(o.Readings, r)
}

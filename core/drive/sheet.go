package drive

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"graybridge/core/device"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// Want is what a function must be for a job: a number in its own unit, or a
// word.
type Want struct {
	Number    float64
	Word      string
	Text      string // in plain words, with its unit
	Formula   string
	Numbers   string
	Estimated bool
}

// scale of the display.
func (q *Parameter) scale() float64 {
	if q.Scale == 0 {
		return 1
	}
	return q.Scale
}

// ranged says that its range is known.
func (q *Parameter) ranged() bool { return q.Least != 0 || q.Most != 0 }

// Show writes a number as the display shows it: in its range where that is known, rounded to
// what the display can show. clamped says that the range cut it.
func (q *Parameter) Show(x float64) (text string, clamped bool) {
	in := x
	if q.ranged() {
		in = math.Min(math.Max(x, q.Least), q.Most)
	}
	return strconv.FormatFloat(in*q.scale(), 'f', q.Decimals, 64), math.Abs(in-x) > 1e-9
}

// Read takes a number off the display.
func (q *Parameter) Read(display string) (float64, error) {
	x, err := strconv.ParseFloat(strings.TrimSpace(strings.ReplaceAll(display, ",", ".")), 64)
	if err != nil || math.IsNaN(x) || math.IsInf(x, 0) {
		return 0, fmt.Errorf("%q is no number on a display", display)
	}
	return x / q.scale(), nil
}

// Step is the least difference that the display can show.
func (q *Parameter) Step() float64 { return math.Pow(10, -float64(q.Decimals)) / q.scale() }

// RowKind is what a row of the sheet is set by.
type RowKind string

// The kinds of row.
const (
	Keyed   RowKind = "keyed"
	Plugged RowKind = "jumper"
	Turned  RowKind = "trim"
)

// Row is one line of the sheet: what to set, where, to what, and why.
type Row struct {
	ID       string      `json:"id"`
	Kind     RowKind     `json:"kind" enum:"keyed,jumper,trim"`
	Function Function    `json:"function"`
	Code     string      `json:"code"`
	Name     string      `json:"name"`
	Value    string      `json:"value"` // as the display shows it, or the position
	Plain    string      `json:"plain"`
	How      string      `json:"how"`
	Default  string      `json:"default"`
	Same     bool        `json:"same"` // as the default is
	Note     string      `json:"note,omitempty"`
	Why      finding.Why `json:"why"`
	ReadBack string      `json:"read_back,omitempty"` // what was read off the drive instead
	device.Set
}

// Sheet lists what must be set on a drive for the wants of a job, in keying
// order. all lists also what is as the default is: for a drive whose settings
// nobody knows. unheard are the wants that the drive has no setting for; cut
// are rows whose range does not reach the want.
//
// Long: three kinds of row that share what has been heard.
func (p *Profile) Sheet(wants map[Function]Want, all bool) (rows []Row, unheard []Function, cut []Row) {
	rows = []Row{}
	heard := map[Function]bool{}
	add := func(f Function, r Row, clamped bool) {
		heard[f] = true
		w := wants[f]
		r.Function, r.ID = f, r.Code
		r.Why = finding.Why{Formula: w.Formula, Numbers: w.Numbers, Section: finding.OnDriveSheet,
			Source: "plate, load and choices of this job", Estimated: w.Estimated}
		if clamped {
			cut = append(cut, r)
		}
		if all || !r.Same {
			rows = append(rows, r)
		}
	}
	for _, j := range p.Jumpers {
		w, ok := wants[j.Function]
		if !ok {
			continue
		}
		best := -1
		for i, x := range j.Positions {
			switch {
			case w.Word != "" && stands(x.Means, w.Word):
				best = i
			case w.Word == "" && (best < 0 ||
				math.Abs(x.Number-w.Number) < math.Abs(j.Positions[best].Number-w.Number)):
				best = i
			}
		}
		if best < 0 {
			continue
		}
		x := j.Positions[best]
		r := Row{Kind: Plugged, Code: j.Name, Name: plainName(j.Function), Value: x.At, Plain: x.Text,
			How: fmt.Sprintf("power off, wait, plug %s to %s", j.Name, x.At), Default: j.Default,
			Same: x.At == j.Default}
		off := w.Word == "" && math.Abs(x.Number/w.Number-1) > 0.25
		if w.Word == "" && math.Abs(x.Number-w.Number) > 1e-9 {
			r.Note = "the nearest that it has to " + w.Text
		}
		add(j.Function, r, off)
	}
	for i := range p.Parameters {
		q := &p.Parameters[i]
		w, ok := wants[q.Function]
		if !ok {
			continue
		}
		r := Row{Kind: Keyed, Code: q.Code, Name: q.Name, Plain: w.Text, Default: q.Default, Note: q.Note}
		clamped := false
		if len(q.Choices) > 0 {
			c := slices.IndexFunc(q.Choices, func(c Choice) bool { return stands(c.Means, w.Word) })
			if c < 0 {
				continue
			}
			r.Value, r.Plain = q.Choices[c].Value, q.Choices[c].Text
		} else {
			r.Value, clamped = q.Show(w.Number)
			if set, err := q.Read(r.Value); err == nil && math.Abs(set-w.Number) > 1e-9 {
				note := fmt.Sprintf("%s is asked; it can show %s", w.Text, r.Value)
				if clamped {
					note = fmt.Sprintf("%s is asked; it goes from %s to %s", w.Text, unit.Plain(q.Least),
						unit.Plain(q.Most))
				}
				if clamped || math.Abs(set-w.Number) > 0.02*math.Abs(w.Number) {
					r.Note = note
				}
			}
		}
		r.Same = r.Value == q.Default
		r.How = strings.NewReplacer("{code}", q.Code, "{value}", r.Value).Replace(p.Keying)
		add(q.Function, r, clamped)
	}
	for _, t := range p.Trims {
		w, ok := wants[t.Function]
		if !ok {
			continue
		}
		share := (w.Number - t.From) / (t.To - t.From)
		in := math.Min(math.Max(share, 0), 1)
		r := Row{Kind: Turned, Code: t.Name, Name: plainName(t.Function), Value: fmt.Sprintf("%.0f %%", 100*in),
			Plain:   w.Text,
			How:     fmt.Sprintf("turn %s to %.0f %% of its travel, about %s on a clock", t.Name, 100*in, clock(in)),
			Default: fmt.Sprintf("%.0f %%", 100*t.Default), Same: math.Abs(in-t.Default) < 0.01}
		if math.Abs(in-share) > 0.01 {
			r.Note = fmt.Sprintf("%s is asked; it goes from %s to %s", w.Text, unit.Plain(t.From), unit.Plain(t.To))
		}
		add(t.Function, r, r.Note != "")
	}
	for _, f := range functions {
		if w, ok := wants[f]; ok && !heard[f] && w.Text != "" {
			unheard = append(unheard, f)
		}
	}
	return rows, unheard, cut
}

// clock is where a slotted trim points: its travel runs from seven to five.
func clock(share float64) string {
	minutes := int(math.Round((7+10*share)*60/15)) * 15
	return fmt.Sprintf("%d:%02d", (minutes/60-1)%12+1, minutes%60)
}

func plainName(f Function) string {
	return finding.Upper(strings.ReplaceAll(string(f), "-", " "))
}

// Forbidden says which combinations of a profile the wants run into.
func (p *Profile) Forbidden(wants map[Function]Want) []string {
	var out []string
	for _, n := range p.Never {
		met := len(n.When) > 0
		for _, s := range n.When {
			met = met && wants[s.Function].Word == s.Means
		}
		if met {
			out = append(out, n.Text)
		}
	}
	return out
}

package weigh_test

import (
	"context"
	"testing"

	"graybridge/core/document"
	"graybridge/core/scenario"
	"graybridge/core/weigh"
)

// weighed are machines whose weighing takes longest: small cans tried, drives tried, a start that
// asks a capacitor of its own.
var weighed = []func() document.Document{scenario.Blunger, scenario.TileExtruder, scenario.ClayShredder}

// The columns of capacitor, drive and DC with all that is said of them, for one machine.
func BenchmarkWeigh(b *testing.B) {
	for i := 0; b.Loop(); i++ {
		if _, err := weigh.Of(context.Background(), weighed[i%len(weighed)]()); err != nil {
			b.Fatal(err)
		}
	}
}

// The converter's column: every idler tried with its own best cans.
func BenchmarkWeighConverter(b *testing.B) {
	var of []weigh.Weighing
	for _, d := range weighed {
		w, err := weigh.Of(context.Background(), d())
		if err != nil {
			b.Fatal(err)
		}
		of = append(of, w)
	}
	for i := 0; b.Loop(); i++ {
		at := i % len(weighed)
		if _, err := weigh.ConverterOf(context.Background(), weighed[at](), of[at], func(string) {}); err != nil {
			b.Fatal(err)
		}
	}
}

// The borders over load and slowest speed.
func BenchmarkWeighMap(b *testing.B) {
	d := scenario.ClayShredder()
	w, err := weigh.Of(context.Background(), d)
	if err == nil {
		w, err = weigh.ConverterOf(context.Background(), d, w, func(string) {})
	}
	if err != nil {
		b.Fatal(err)
	}
	for b.Loop() {
		if _, err := weigh.MapOf(context.Background(), d, w); err != nil {
			b.Fatal(err)
		}
	}
}

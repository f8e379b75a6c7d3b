package plan

import (
	"graybridge/core/bridge"
	"graybridge/core/capacitor"
	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/rotary"
)

// The bridges there are.
var facts = map[string]bridge.Facts{
	document.KindCapacitor: capacitor.Facts,
	document.KindRotary:    rotary.Facts,
	document.KindDrive:     drive.Facts,
	document.KindDC:        dc.Facts,
}

// FactsOf is what is told of a kind of bridge; of none, that it is none.
func FactsOf(kind string) bridge.Facts {
	if f, known := facts[kind]; known {
		return f
	}
	return bridge.Facts{Title: noneOfThese}
}

// TitleOf is what a kind of bridge is called.
func TitleOf(kind string) string { return FactsOf(kind).Title }

// PlainName is a bridge inside a sentence.
func PlainName(kind string) string {
	if kind == document.KindDC {
		return TitleOf(kind)
	}
	return finding.Lower(TitleOf(kind))
}

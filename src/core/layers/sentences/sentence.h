#pragma once

#include <cstddef>
#include <string>
#include <string_view>
#include <tl/expected.hpp>
#include <vector>

#include "core/project/project.h"
#include "core/project/values/expectation.h"

namespace amber {

/// The names that a sentence may use.
struct Vocabulary {
  std::vector<std::string_view> assets;
  std::vector<std::string_view> kinds;
  std::vector<std::string_view> layers;
  std::vector<std::string_view> roles;
};

/// Refers to the project's names, which must outlive it.
Vocabulary vocabularyOf(const Project& project);

/// Where a sentence cannot be read on.
struct SentenceTrouble {
  std::size_t column = 1;  ///< In characters, from 1.
  std::string found;       ///< The word at that place; empty at the end.
  std::string expected;    ///< The expected words, as text for the user.
  std::string nearest;     ///< The most similar expected word; empty if there is none.

  bool operator==(const SentenceTrouble&) const = default;
};

/// The trouble as one sentence: "column 12: expected ..., not ...; did you mean ...?".
std::string describe(const SentenceTrouble& trouble);

/// The expectation as it is typed and displayed: "chr_keeper body stops at every tile". A name that
/// is more than one word, or a reserved word of the grammar, is in double quotes, with a backslash
/// before quotes and backslashes.
std::string sentenceOf(const Expectation& expectation);

/// Reads a sentence of these names.
///
///     sentence: phrase verb phrase ["only"]
///     phrase:   NAME [ROLE] | "every" KIND [ROLE] | "everything" ["on" LAYER] [ROLE]
///     verb:     "stops at" | "notices" | "passes"
///
/// 1. What sentenceOf gives is read to the same expectation, if its names are among these.
/// Cost: linear in the text; where it cannot be read, also in the names.
tl::expected<Expectation, SentenceTrouble> expectationFrom(std::string_view text,
                                                           const Vocabulary& names);

/// What may be typed in a sentence at one place.
struct Completion {
  std::size_t begin = 0;           ///< Where the word that is being typed begins, in bytes.
  std::vector<std::string> words;  ///< The words that may follow and match the typed beginning, as
                                   ///< they are typed.
};

/// The words that go on with the first `length` bytes of the text. Empty where what stands before
/// cannot be read.
Completion completionOf(std::string_view text, std::size_t length, const Vocabulary& names);

}  // namespace amber

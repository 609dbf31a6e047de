#include "core/layers/sentences/sentence.h"

#include <algorithm>

#include "core/base/words.h"
#include "core/layers/sentences/sentence_words.h"

namespace amber {
namespace {

bool isOneWord(std::string_view name) {
  const auto ends = [](unsigned char c) { return c <= ' ' || c == '"' || c == '\\' || c == 0x7f; };
  return !name.empty() && std::none_of(name.begin(), name.end(), ends) &&
         std::find(kSentenceWords.begin(), kSentenceWords.end(), name) == kSentenceWords.end();
}

std::string phraseText(const Phrase& phrase) {
  std::string text;
  switch (phrase.of) {
    case PhraseOf::Asset:
      text = typedName(phrase.name);
      break;
    case PhraseOf::Kind:
      text = "every " + typedName(phrase.name);
      break;
    case PhraseOf::Layer:
      text = "everything on " + typedName(phrase.name);
      break;
    case PhraseOf::All:
      text = "everything";
      break;
  }
  return phrase.role.empty() ? text : text + " " + typedName(phrase.role);
}

}  // namespace

std::string typedName(std::string_view name) {
  if (isOneWord(name)) return std::string(name);
  std::string quoted = "\"";
  for (const char c : name) {
    if (c == '"' || c == '\\') quoted += '\\';
    quoted += c;
  }
  return quoted + '"';
}

Vocabulary vocabularyOf(const Project& project) {
  Vocabulary names;
  for (const auto& asset : project.assets) names.assets.emplace_back(asset->name);
  for (const Kind& kind : project.kinds) names.kinds.emplace_back(kind.name);
  for (const std::string& layer : project.layers) names.layers.emplace_back(layer);
  for (const Role& role : project.roles) names.roles.emplace_back(role.name);
  return names;
}

std::string describe(const SentenceTrouble& trouble) {
  std::string text =
      "column " + std::to_string(trouble.column) + ": expected " + trouble.expected + ", ";
  text += trouble.found.empty() ? "but the sentence ends" : "not " + trouble.found;
  return trouble.nearest.empty() ? text : text + "; did you mean " + trouble.nearest + "?";
}

std::string sentenceOf(const Expectation& expectation) {
  return phraseText(expectation.who) + " " + std::string(wordOf(kVerbPhrases, expectation.verb)) +
         " " + phraseText(expectation.whom) + (expectation.only ? " only" : "");
}

}  // namespace amber
